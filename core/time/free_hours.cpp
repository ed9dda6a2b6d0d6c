#include "core/time/free_hours.h"

#include <algorithm>
#include <sstream>

#include <fmt/format.h>
#include <fmt/ranges.h>

#include "core/base/error.h"

namespace tympan {

namespace {

using std::chrono::days;
using std::chrono::minutes;
using std::chrono::sys_days;

constexpr const char* day_names[] = {"Mo", "Tu", "We", "Th", "Fr", "Sa", "Su"};
constexpr int day_min = 24 * 60;

Text howToWriteThem() {
    return Text("write them like \"Mo-Fr 18:00-21:30; Sa,Su 10:00-19:00; 2026-12-24 none\"");
}

[[noreturn]] void refuse(const std::string& what) {
    throw Error(Error::Kind::usage, "", Text("free hours: {what} is not understood", {{"what", what}}),
                howToWriteThem());
}

std::string trimmed(const std::string& text) {
    const auto first = text.find_first_not_of(" \t\n"), last = text.find_last_not_of(" \t\n");
    return first == std::string::npos ? "" : text.substr(first, last - first + 1);
}

std::vector<std::string> parted(const std::string& text, char at) {
    std::vector<std::string> parts;
    std::istringstream in(text);
    for (std::string part; std::getline(in, part, at);) parts.push_back(trimmed(part));
    return parts;
}

std::size_t dayNamed(const std::string& name) {
    const auto* found = std::find(std::begin(day_names), std::end(day_names), name);
    if (found == std::end(day_names)) refuse("\"" + name + "\"");
    return static_cast<std::size_t>(found - std::begin(day_names));
}

std::vector<std::size_t> daysOf(const std::string& words) {
    std::vector<std::size_t> chosen;
    for (const std::string& item : parted(words, ',')) {
        const auto dash = item.find('-');
        const std::size_t first = dayNamed(item.substr(0, dash)),
                          last = dash == std::string::npos ? first : dayNamed(item.substr(dash + 1));
        for (std::size_t day = first;; day = (day + 1) % 7) {
            chosen.push_back(day);
            if (day == last) break;
        }
    }
    return chosen;
}

int minuteOf(const std::string& text) {
    int hour = 0, minute = 0, read = 0;
    if (std::sscanf(text.c_str(), "%2d:%2d%n", &hour, &minute, &read) != 2 ||
        static_cast<std::size_t>(read) != text.size() || hour < 0 || minute < 0 || minute > 59 ||
        60 * hour + minute > day_min)
        refuse("\"" + text + "\"");
    return 60 * hour + minute;
}

void add(FreeHours::Day& day, const FreeHours::Part& part) { day = withTime(std::move(day), part); }

std::string wordsOf(const FreeHours::Day& day) {
    std::vector<std::string> parts;
    for (const FreeHours::Part& part : day)
        parts.push_back(fmt::format("{:02}:{:02}-{:02}:{:02}", part.from_min / 60, part.from_min % 60,
                                    part.to_min / 60, part.to_min % 60));
    return fmt::format("{}", fmt::join(parts, ","));
}

FreeHours::Day stretchesOf(const std::string& words) {
    FreeHours::Day day;
    for (const std::string& stretch : parted(words, ',')) {
        const auto dash = stretch.find('-');
        if (dash == std::string::npos) refuse("\"" + stretch + "\"");
        const FreeHours::Part part{minuteOf(trimmed(stretch.substr(0, dash))),
                                   minuteOf(trimmed(stretch.substr(dash + 1)))};
        if (part.to_min <= part.from_min)
            throw Error(Error::Kind::usage, "",
                        Text("free hours: \"{stretch}\" ends before it begins", {{"stretch", stretch}}),
                        howToWriteThem());
        add(day, part);
    }
    return day;
}

/// The date that a word is; nothing when it is none.
std::optional<sys_days> dateOf(const std::string& word) {
    int year = 0, read = 0;
    unsigned month = 0, day = 0;
    if (std::sscanf(word.c_str(), "%4d-%2u-%2u%n", &year, &month, &day, &read) != 3 ||
        static_cast<std::size_t>(read) != word.size())
        return {};
    const std::chrono::year_month_day date{std::chrono::year{year}, std::chrono::month{month},
                                           std::chrono::day{day}};
    if (!date.ok()) refuse("\"" + word + "\"");
    return sys_days{date};
}

}  // namespace

FreeHours readFreeHours(const std::string& text) {
    FreeHours hours;
    for (const std::string& part : parted(text, ';')) {
        if (part.empty()) continue;
        const auto space = part.find_first_of(" \t");
        if (space == std::string::npos) refuse("\"" + part + "\"");
        const std::string days_words = part.substr(0, space), stretches = trimmed(part.substr(space));
        if (const auto date = dateOf(days_words)) {
            FreeHours::Day& day = hours.dates[*date];
            if (stretches == "none") continue;
            for (const FreeHours::Part& each : stretchesOf(stretches)) add(day, each);
            continue;
        }
        const FreeHours::Day day = stretchesOf(stretches);
        for (const std::size_t chosen : daysOf(days_words))
            for (const FreeHours::Part& each : day) add(hours.week[chosen], each);
        hours.week_words += (hours.week_words.empty() ? "" : "; ") + days_words + " " + stretches;
    }
    return hours;
}

FreeHours::Day readStretches(const std::string& text) {
    return text.find_first_not_of(" \t") == std::string::npos ? FreeHours::Day{} : stretchesOf(text);
}

FreeHours withoutEachDay(FreeHours hours, const FreeHours::Day& taken) {
    if (taken.empty()) return hours;
    const bool at_any_time =
        hours.week_words.empty() && std::all_of(hours.week.begin(), hours.week.end(),
                                                [](const FreeHours::Day& day) { return day.empty(); });
    const auto less = [&](FreeHours::Day& day) {
        for (const FreeHours::Part& part : taken) day = withoutTime(day, part);
    };
    for (FreeHours::Day& day : hours.week) {
        if (at_any_time) day = {{0, day_min}};
        less(day);
    }
    for (auto& [date, day] : hours.dates) less(day);
    FreeHours week = hours;
    week.dates.clear();
    hours.week_words = wordsOf(week);
    if (hours.week_words.empty()) hours.week_words = "none";
    return hours;
}

std::string wordsOf(const FreeHours& hours) {
    std::vector<std::string> parts;
    std::array<bool, 7> said{};
    for (std::size_t day = 0; day < 7; ++day) {
        if (said[day] || hours.week[day].empty()) continue;
        // Days that are alike, those in a row as "Mo-Fr".
        std::vector<std::string> names;
        for (std::size_t other = day; other < 7; ++other) {
            if (said[other] || hours.week[other] != hours.week[day]) continue;
            std::size_t last = other;
            while (last < 6 && hours.week[last + 1] == hours.week[day]) ++last;
            names.push_back(last == other ? day_names[other]
                                          : fmt::format("{}-{}", day_names[other], day_names[last]));
            for (; other < last; ++other) said[other] = true;
            said[last] = true;
        }
        parts.push_back(fmt::format("{} {}", fmt::join(names, ","), wordsOf(hours.week[day])));
    }
    for (const auto& [date, day] : hours.dates) {
        const std::chrono::year_month_day parted{date};
        parts.push_back(fmt::format(
            "{}-{:02}-{:02} {}", static_cast<int>(parted.year()), static_cast<unsigned>(parted.month()),
            static_cast<unsigned>(parted.day()), day.empty() ? "none" : wordsOf(day)));
    }
    return fmt::format("{}", fmt::join(parts, "; "));
}

FreeHours::Day withTime(FreeHours::Day day, const FreeHours::Part& part) {
    day.push_back(part);
    std::sort(day.begin(), day.end(), [](const auto& a, const auto& b) { return a.from_min < b.from_min; });
    FreeHours::Day joined;
    for (const FreeHours::Part& each : day)
        if (!joined.empty() && each.from_min <= joined.back().to_min)
            joined.back().to_min = std::max(joined.back().to_min, each.to_min);
        else
            joined.push_back(each);
    return joined;
}

FreeHours::Day withoutTime(const FreeHours::Day& day, const FreeHours::Part& part) {
    FreeHours::Day left;
    for (const FreeHours::Part& each : day) {
        if (each.from_min < std::min(each.to_min, part.from_min))
            left.push_back({each.from_min, std::min(each.to_min, part.from_min)});
        if (std::max(each.from_min, part.to_min) < each.to_min)
            left.push_back({std::max(each.from_min, part.to_min), each.to_min});
    }
    return left;
}

double longestStretch(const FreeHours& hours) {
    if (hours.week_words.empty()) return 366.0 * day_min;
    int longest = 0, from = 0, to = -1;
    // Two weeks, so that what reaches over a Sunday's midnight is seen whole.
    for (int day = 0; day < 14; ++day)
        for (const FreeHours::Part& part : hours.week[static_cast<std::size_t>(day % 7)]) {
            const int begins = day * day_min + part.from_min, ends = day * day_min + part.to_min;
            if (begins > to) from = begins;
            to = std::max(to, ends);
            longest = std::max(longest, to - from);
        }
    return longest;
}

std::vector<TimeSpan> freeBetween(const FreeHours& hours, const TimeZone& zone, Moment from, Moment to) {
    std::vector<TimeSpan> free;
    const FreeHours::Day all_day{{0, day_min}};
    for (sys_days date = zone.wall(from).date; date <= zone.wall(to).date; date += days{1}) {
        const auto special = hours.dates.find(date);
        const std::size_t weekday = std::chrono::weekday{date}.iso_encoding() - 1;
        const FreeHours::Day& day = special != hours.dates.end() ? special->second
                                    : hours.week_words.empty()   ? all_day
                                                                 : hours.week[weekday];
        for (const FreeHours::Part& part : day) {
            const auto at = [&](int minute) {
                return minute == day_min ? zone.at({date + days{1}, std::chrono::seconds{0}})
                                         : zone.at({date, minutes{minute}});
            };
            const TimeSpan stretch{std::max(from, at(part.from_min)), std::min(to, at(part.to_min))};
            if (stretch.from >= stretch.to) continue;
            if (!free.empty() && free.back().to >= stretch.from)
                free.back().to = std::max(free.back().to, stretch.to);
            else
                free.push_back(stretch);
        }
    }
    return free;
}

}  // namespace tympan
