#pragma once
#include <array>
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/time/time_zone.h"

namespace tympan {

/// A stretch of time, its end not in it.
struct TimeSpan {
    Moment from, to;
    bool operator==(const TimeSpan&) const = default;
};

/// When a maker has time, by the clock on the wall.
struct FreeHours {
    /// Minutes into a day, in order, without overlaps.
    struct Part {
        int from_min = 0, to_min = 0;
        bool operator==(const Part&) const = default;
    };
    using Day = std::vector<Part>;

    std::string week_words;     ///< "Mo-Fr 18:00-21:30; Sa,Su 10:00-19:00"; empty: at any time
    std::array<Day, 7> week{};  ///< from Monday on
    std::map<std::chrono::sys_days, Day> dates;  ///< days that are unlike others; an empty one is taken
    bool operator==(const FreeHours&) const = default;
};

/// Reads free hours: parts between semicolons, each with days ("Mo", "Mo-Fr", "Sa,Su", "Fr-Mo") or a date
/// ("2026-12-24") and stretches ("10:00-12:00,13:00-24:00"), or "none" for a date that is taken. Days that
/// are named more than once add up. Empty: at any time. Throws Error (usage).
FreeHours readFreeHours(const std::string& text);

/// Reads stretches of a day: "12:00-12:45,18:30-19:15". Empty: none. Throws Error (usage).
FreeHours::Day readStretches(const std::string& text);

/// The same hours without some stretches of every day. Hours of somebody who is free at any time become those
/// that are left of each day.
FreeHours withoutEachDay(FreeHours hours, const FreeHours::Day& taken);

/// The same hours in words, as short as they go; readFreeHours reads them back. A week without any free time
/// has no words, as one that is free at any time.
std::string wordsOf(const FreeHours& hours);

/// A day with one more stretch of free time, or without it.
FreeHours::Day withTime(FreeHours::Day day, const FreeHours::Part& part);
FreeHours::Day withoutTime(const FreeHours::Day& day, const FreeHours::Part& part);

/// The longest stretch of a usual week, in minutes, over midnights; a year where there is always time.
double longestStretch(const FreeHours& hours);

/// The free stretches between two moments, in order; what meets (over midnight) is one.
std::vector<TimeSpan> freeBetween(const FreeHours& hours, const TimeZone& zone, Moment from, Moment to);

}  // namespace tympan
