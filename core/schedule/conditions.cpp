#include <algorithm>

#include "core/schedule/plan.h"

namespace tympan {

Weather weatherOf(const WorkWishes& wishes) {
    return {wishes.temperature_c, wishes.humidity_percent, airNamed(wishes.air)};
}

Conditions conditionsOf(const WorkWishes& wishes, const TimeZone& zone, Moment now) {
    Conditions conditions;
    conditions.zone = zone;
    conditions.start = wishes.start.empty() ? now : std::max(now, zone.read(wishes.start));
    if (!wishes.due.empty()) conditions.due = zone.read(wishes.due);
    conditions.hours = freeHoursOf(wishes);
    conditions.late = wishes.late;
    conditions.rest_min = wishes.rest_min;
    conditions.waits.weather = weatherOf(wishes);
    for (const auto& [place, room] : wishes.places) {
        const auto& names = placeNames();
        const auto found = std::find(names.begin(), names.end(), place);
        if (found != names.end()) conditions.room[static_cast<Place>(found - names.begin())] = room;
    }
    for (const auto& [task, time] : wishes.not_before) conditions.not_before[task] = zone.read(time);
    return conditions;
}

}  // namespace tympan
