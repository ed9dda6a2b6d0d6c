#pragma once
#include <string>

#include "core/time/time_zone.h"

namespace tympan {

/// How people of a place write a date in figures.
struct DateHabit {
    bool month_first = false;  ///< 12/1 is the first of December
};

/// A time as people type it, as the clock on the wall will show it: "2026-12-03T18:00". Read are times of day
/// ("18:00", "6 pm", "18h", "noon"), days ("today", "tonight", "tomorrow", "Fri", "3 Dec"), dates
/// ("1.12.2026", "12/1", "2026-12-03") and both together, in any order. A time alone is the next such moment,
/// a weekday the next such day; a day alone is taken at `usual_minute` of the day. "now" and nothing are
/// empty. Throws Error (usage).
std::string readTypedTime(const std::string& words, const TimeZone& zone, Moment now, int usual_minute,
                          const DateHabit& habit = {});

}  // namespace tympan
