#include "core/schedule/calendar_file.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>
#include <libical/ical.h>

namespace tympan {

namespace {

constexpr int alarm_before_min = 10;

icaltimetype timeOf(Moment moment) {
    return icaltime_from_timet_with_zone(static_cast<time_t>(moment.time_since_epoch().count()), 0,
                                         icaltimezone_get_utc_timezone());
}

Text summaryOf(const std::vector<std::size_t>& run, const Plan& plan, const WorkOrder& order) {
    std::vector<Text> names;
    for (const std::size_t i : run)
        if (const Text name = nameOf(plan.tasks[i], order);
            std::find(names.begin(), names.end(), name) == names.end())
            names.push_back(name);
    constexpr std::size_t most = 3;
    if (names.size() <= most) return Text::listed(std::move(names));
    const std::size_t more = names.size() - most;
    names.resize(most);
    return Text("{names} and {count} more", {{"names", Text::listed(std::move(names))}, {"count", more}});
}

std::string descriptionOf(const std::vector<std::size_t>& run, const Plan& plan, const WorkOrder& order,
                          const TimeZone& zone, const Language& say) {
    std::string text;
    for (const std::size_t i : run) {
        const Task& task = plan.tasks[i];
        text += fmt::format("{} {}: {}\n", zone.text(plan.times[i].from).substr(11, 5),
                            say(nameOf(task, order)), say(Text::catalogued(task.details->words)));
        for (const Text& caution : cautionsOf(task)) text += say(caution) + "\n";
    }
    return text;
}

}  // namespace

std::string calendarOf(const Plan& plan, const WorkOrder& order, const Conditions& conditions,
                       const Language& say) {
    icalcomponent* calendar =
        icalcomponent_vanew(ICAL_VCALENDAR_COMPONENT, icalproperty_new_version("2.0"),
                            icalproperty_new_prodid("-//Tympan//Plan//EN"), static_cast<void*>(nullptr));
    for (const std::vector<std::size_t>& run : runsOf(plan)) {
        const std::string summary = say(summaryOf(run, plan, order));
        const std::string uid = fmt::format("{}-{}@tympan", order.uuid.empty() ? order.name : order.uuid,
                                            plan.tasks[run.front()].id);
        icalcomponent* event = icalcomponent_vanew(
            ICAL_VEVENT_COMPONENT, icalproperty_new_uid(uid.c_str()),
            icalproperty_new_dtstamp(timeOf(conditions.start)),
            icalproperty_new_dtstart(timeOf(plan.times[run.front()].from)),
            icalproperty_new_dtend(timeOf(plan.times[run.back()].to)),
            icalproperty_new_summary(summary.c_str()),
            icalproperty_new_description(descriptionOf(run, plan, order, conditions.zone, say).c_str()),
            static_cast<void*>(nullptr));
        icaltriggertype trigger = icaltriggertype_from_int(-60 * alarm_before_min);
        icalcomponent_add_component(
            event,
            icalcomponent_vanew(ICAL_VALARM_COMPONENT, icalproperty_new_action(ICAL_ACTION_DISPLAY),
                                icalproperty_new_trigger(trigger),
                                icalproperty_new_description(summary.c_str()), static_cast<void*>(nullptr)));
        icalcomponent_add_component(calendar, event);
    }
    char* text = icalcomponent_as_ical_string_r(calendar);
    const std::string all = text;
    icalmemory_free_buffer(text);
    icalcomponent_free(calendar);
    return all;
}

}  // namespace tympan
