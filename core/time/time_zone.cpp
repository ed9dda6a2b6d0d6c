#include "core/time/time_zone.h"

#include <algorithm>
#include <sstream>
#include <string_view>
#include <vector>

#include <date/tz.h>
#include <fmt/format.h>

#include "core/base/error.h"

namespace tympan {

namespace {

constexpr int first_year = 1970, last_year = 2100;
constexpr std::chrono::hours farthest_zone{14};

/// What nobody plans for, or no place on earth has, was mistyped.
void checkWithin(Moment moment, std::chrono::minutes offset, const std::string& text) {
    const std::chrono::year_month_day date{std::chrono::floor<std::chrono::days>(moment)};
    if (date.year() < std::chrono::year{first_year} || date.year() > std::chrono::year{last_year} ||
        std::chrono::abs(offset) > farthest_zone)
        throw Error(Error::Kind::usage, "",
                    Text("{text} is not within the years {first_year} to {last_year}",
                         {{"text", text}, {"first_year", first_year}, {"last_year", last_year}}),
                    Text("write it like 2026-12-01T18:00"));
}

const date::time_zone& zoneNamed(const std::string& name) { return *date::locate_zone(name); }

/// Whether it begins as "2026-12-01T18:00:30" does. The library that reads times takes what it finds in
/// memory for seconds that are not there.
bool saysSeconds(const std::string& text) {
    constexpr std::string_view form = "dddd-dd-ddTdd:dd:dd";
    return text.size() >= form.size() &&
           std::equal(form.begin(), form.end(), text.begin(),
                      [](char wanted, char c) { return wanted == 'd' ? c >= '0' && c <= '9' : c == wanted; });
}

}  // namespace

TimeZone::TimeZone(const std::string& name) {
    try {
        name_ = name.empty() ? date::current_zone()->name() : zoneNamed(name).name();
    } catch (const std::exception&) {
        if (name.empty()) {
            name_ = "Etc/UTC";  // a computer that does not know where it is
            return;
        }
        throw Error(Error::Kind::input, name, Text("there is no such time zone"),
                    Text("name one such as Europe/Lisbon, or leave it out"));
    }
}

Moment TimeZone::at(const WallTime& wall) const {
    const date::local_seconds local{wall.date.time_since_epoch() + wall.into_day};
    const date::local_info info = zoneNamed(name_).get_info(local);
    if (info.result == date::local_info::nonexistent) return info.first.end;
    return Moment{local.time_since_epoch() - info.first.offset};
}

WallTime TimeZone::wall(Moment moment) const {
    const auto local = zoneNamed(name_).to_local(moment).time_since_epoch();
    const auto days = std::chrono::floor<std::chrono::days>(local);
    return {std::chrono::sys_days{days}, local - days};
}

std::string TimeZone::text(Moment moment) const {
    return date::format("%FT%T%Ez", date::zoned_seconds(&zoneNamed(name_), moment));
}

Moment TimeZone::read(const std::string& text) const {
    using Forms = std::vector<const char*>;
    for (const char* form : saysSeconds(text) ? Forms{"%FT%T%Ez", "%FT%TZ"} : Forms{"%FT%R%Ez", "%FT%RZ"}) {
        std::istringstream in(text);
        Moment moment;
        std::string abbreviation;
        std::chrono::minutes offset{0};
        in >> date::parse(form, moment, abbreviation, offset);
        if (in.fail() || in.peek() != std::istringstream::traits_type::eof()) continue;
        checkWithin(moment, offset, text);
        return moment;
    }
    for (const char* form : saysSeconds(text) ? Forms{"%FT%T"} : Forms{"%FT%R", "%F %R"}) {
        std::istringstream in(text);
        date::local_seconds local;
        in >> date::parse(form, local);
        if (in.fail() || in.peek() != std::istringstream::traits_type::eof()) continue;
        checkWithin(Moment{local.time_since_epoch()}, {}, text);
        const auto days = std::chrono::floor<std::chrono::days>(local.time_since_epoch());
        return at({std::chrono::sys_days{days}, local.time_since_epoch() - days});
    }
    throw Error(Error::Kind::usage, "", Text("{text} is no time", {{"text", text}}),
                Text("write it like 2026-12-01T18:00"));
}

}  // namespace tympan
