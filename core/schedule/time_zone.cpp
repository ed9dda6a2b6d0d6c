#include "core/schedule/time_zone.h"

#include <sstream>

#include <date/tz.h>
#include <fmt/format.h>

#include "core/base/error.h"

namespace tympan {

namespace {

const date::time_zone& zoneNamed(const std::string& name) { return *date::locate_zone(name); }

}  // namespace

TimeZone::TimeZone(const std::string& name) {
    try {
        name_ = name.empty() ? date::current_zone()->name() : zoneNamed(name).name();
    } catch (const std::exception&) {
        if (name.empty()) {
            name_ = "Etc/UTC";  // a computer that does not know where it is
            return;
        }
        throw Error(Error::Kind::input, name, "there is no such time zone",
                    "name one such as Europe/Lisbon, or leave it out");
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
    // Longest first: what is left over would be a mistake.
    for (const char* form : {"%FT%T%Ez", "%FT%TZ", "%FT%R%Ez", "%FT%RZ"}) {
        std::istringstream in(text);
        Moment moment;
        in >> date::parse(form, moment);
        if (!in.fail() && in.peek() == std::istringstream::traits_type::eof()) return moment;
    }
    for (const char* form : {"%FT%T", "%FT%R", "%F %R"}) {
        std::istringstream in(text);
        date::local_seconds local;
        in >> date::parse(form, local);
        if (in.fail() || in.peek() != std::istringstream::traits_type::eof()) continue;
        const auto days = std::chrono::floor<std::chrono::days>(local.time_since_epoch());
        return at({std::chrono::sys_days{days}, local.time_since_epoch() - days});
    }
    throw Error(Error::Kind::usage, "", fmt::format("{} is no time", text), "write it like 2026-12-01T18:00");
}

}  // namespace tympan
