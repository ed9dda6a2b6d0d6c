#include "core/time/typed_time.h"

#include <algorithm>
#include <array>
#include <optional>
#include <regex>
#include <vector>

#include <fmt/format.h>

#include "core/base/error.h"

namespace tympan {

namespace {

using std::chrono::days, std::chrono::minutes, std::chrono::sys_days, std::chrono::year, std::chrono::month,
    std::chrono::day, std::chrono::weekday, std::chrono::year_month_day;

constexpr std::array weekdays{"sunday", "monday", "tuesday", "wednesday", "thursday", "friday", "saturday"};
constexpr std::array months{"january", "february", "march",     "april",   "may",      "june",
                            "july",    "august",   "september", "october", "november", "december"};
constexpr int noon_min = 12 * 60, evening_min = 18 * 60;

/// Which of some names a word begins, with three letters at least (of weekdays two).
template <std::size_t N>
std::optional<unsigned> named(const std::array<const char*, N>& names, std::string word, std::size_t least) {
    if (word.ends_with('.')) word.pop_back();
    for (unsigned i = 0; i < N; ++i)
        if (word.size() >= least && std::string_view(names[i]).starts_with(word)) return i;
    return {};
}

/// What the words say so far.
struct Typed {
    std::optional<int> minute;
    std::optional<sys_days> date;
    std::optional<unsigned> number, month_named;  ///< of "3 Dec"
    std::optional<weekday> on;
};

std::vector<std::string> wordsOf(const std::string& text) {
    std::string low;
    for (const char c : text)
        low += c == ',' ? ' ' : static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    // "6 pm" is one word, and a date may have its time after a T.
    low = std::regex_replace(low, std::regex("(\\d)\\s+(am|pm)\\b"), "$1$2");
    low = std::regex_replace(low, std::regex("(\\d{4}-\\d{1,2}-\\d{1,2})t(\\d)"), "$1 $2");
    std::vector<std::string> words;
    static const std::regex word("\\S+");
    for (std::sregex_iterator at(low.begin(), low.end(), word), end; at != end; ++at)
        if (at->str() != "at" && at->str() != "on" && at->str() != "by") words.push_back(at->str());
    return words;
}

std::optional<int> clockMinute(const std::string& word) {
    std::smatch found;
    static const std::regex clock("(\\d{1,2})(?:[:.](\\d{2}))?(?::\\d{2})?(am|pm|h)?");
    if (word == "noon") return noon_min;
    if (!std::regex_match(word, found, clock) || (!found[2].matched && !found[3].matched)) return {};
    int hour = std::stoi(found[1]);
    const int minute = found[2].matched ? std::stoi(found[2]) : 0;
    const std::string half = found[3];
    if ((half == "am" || half == "pm") && (hour < 1 || hour > 12)) return {};
    if (half == "am" || half == "pm") hour = hour % 12 + (half == "pm" ? 12 : 0);
    if (hour > 23 || minute > 59) return {};
    return hour * 60 + minute;
}

std::optional<sys_days> dateOf(int years, int months_typed, int days_typed) {
    if (years < 100) years += 2000;
    const year_month_day date{year{years}, month{static_cast<unsigned>(months_typed)},
                              day{static_cast<unsigned>(days_typed)}};
    return date.ok() ? std::optional(sys_days{date}) : std::nullopt;
}

/// The next such day, today among them.
std::optional<sys_days> nextDate(int months_typed, int days_typed, sys_days today) {
    const int now = static_cast<int>(year_month_day{today}.year());
    const auto date = dateOf(now, months_typed, days_typed);
    return date && *date < today ? dateOf(now + 1, months_typed, days_typed) : date;
}

std::optional<sys_days> dateIn(const std::string& word, sys_days today, const DateHabit& habit) {
    std::smatch found;
    static const std::regex iso("(\\d{4})-(\\d{1,2})-(\\d{1,2})"),
        dots("(\\d{1,2})\\.(\\d{1,2})\\.(\\d{4}|\\d{2})?"),
        strokes("(\\d{1,2})/(\\d{1,2})(?:/(\\d{4}|\\d{2}))?");
    if (std::regex_match(word, found, iso))
        return dateOf(std::stoi(found[1]), std::stoi(found[2]), std::stoi(found[3]));
    const bool with_dots = std::regex_match(word, found, dots);
    if (!with_dots && !std::regex_match(word, found, strokes)) return {};
    int first = std::stoi(found[1]), second = std::stoi(found[2]);
    if (!with_dots && habit.month_first) std::swap(first, second);
    return found[3].matched ? dateOf(std::stoi(found[3]), second, first) : nextDate(second, first, today);
}

/// Whether a word is understood.
bool take(Typed& typed, const std::string& word, sys_days today, const DateHabit& habit) {
    if (word == "today") {
        typed.date = today;
    } else if (word == "tonight") {
        typed.date = today;
        if (!typed.minute) typed.minute = evening_min;
    } else if (word == "tomorrow") {
        typed.date = today + days{1};
    } else if (const auto minute = clockMinute(word); minute && !dateIn(word, today, habit)) {
        typed.minute = minute;
    } else if (const auto date = dateIn(word, today, habit)) {
        typed.date = date;
    } else if (const auto on = named(weekdays, word, 2)) {
        typed.on = weekday{*on};
    } else if (const auto of = named(months, word, 3)) {
        typed.month_named = *of + 1;
    } else if (std::regex_match(word, std::regex("\\d{1,2}(st|nd|rd|th|\\.)?"))) {
        typed.number = static_cast<unsigned>(std::stoi(word));
    } else if (std::regex_match(word, std::regex("\\d{4}")) && typed.date) {
        const year_month_day date{*typed.date};
        typed.date = dateOf(std::stoi(word), static_cast<int>(static_cast<unsigned>(date.month())),
                            static_cast<int>(static_cast<unsigned>(date.day())));
        return typed.date.has_value();
    } else {
        return false;
    }
    if (typed.month_named && typed.number)
        typed.date = nextDate(static_cast<int>(*typed.month_named), static_cast<int>(*typed.number), today);
    return true;
}

}  // namespace

std::string readTypedTime(const std::string& words, const TimeZone& zone, Moment now, int usual_minute,
                          const DateHabit& habit) {
    const std::vector<std::string> all = wordsOf(words);
    if (all.empty() || (all.size() == 1 && all.front() == "now")) return {};
    const WallTime wall = zone.wall(now);
    const int minute_now = static_cast<int>(std::chrono::floor<minutes>(wall.into_day).count());
    Typed typed;
    bool read = true;
    // A time that is typed counts for more than the one that "tonight" means.
    for (const std::string& word : all) read = read && take(typed, word, wall.date, habit);
    read = read && !(typed.month_named && !typed.date) && (typed.minute || typed.date || typed.on);
    if (!read)
        throw Error(Error::Kind::usage, {}, Text("“{words}” cannot be read as a time", {{"words", words}}),
                    Text("try 18:00, or Fri 18:00"));
    const int minute = typed.minute.value_or(usual_minute);
    sys_days date = typed.date.value_or(wall.date);
    if (typed.on && !typed.date) {
        date += *typed.on - weekday{date};
        if (date == wall.date && minute <= minute_now) date += days{7};
    } else if (!typed.date && minute <= minute_now) {
        date += days{1};
    }
    const year_month_day ymd{date};
    return fmt::format("{:04}-{:02}-{:02}T{:02}:{:02}", static_cast<int>(ymd.year()),
                       static_cast<unsigned>(ymd.month()), static_cast<unsigned>(ymd.day()), minute / 60,
                       minute % 60);
}

}  // namespace tympan
