#include "tests/support/plans.h"

#include <algorithm>
#include <stdexcept>

#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "tests/support/pictures.h"

namespace tympan::tests {

Job jobWith(const std::vector<std::string>& methods, int copies) {
    Job job;
    for (const std::string& method : methods)
        job = withPiece(job, {.artwork = picture(),
                              .object = objectOf("plate", ShapeKind::rectangle, {100, 80}),
                              .method = findMethod(shippedMethods(), method),
                              .size = {80, 60},
                              .copies = copies});
    return job;
}

Conditions conditionsFrom(const std::string& start, const std::string& hours) {
    Conditions conditions;
    conditions.zone = lisbon;
    conditions.start = lisbon.read(start);
    conditions.hours = readFreeHours(hours);
    return conditions;
}

Plan planned(const Job& job, const Conditions& conditions, const PlanLimits& limits) {
    // What the hours are, the work is parted by.
    WorkOrder order = workOrderOf(job);
    order.longest_min = longestStretch(conditions.hours);
    return tympan::planned(order, conditions, limits);
}

/// What a person could not follow in a plan; looks at times alone, at nothing of how they were found.
std::string faultOf(const Plan& plan, const Conditions& conditions) {
    const auto minutes = [](Moment from, Moment to) { return static_cast<double>((to - from).count()) / 60; };
    std::vector<std::pair<TimeSpan, std::string>> hands;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
        const Task& task = plan.tasks[i];
        const TimeSpan& at = plan.times[i];
        if (at.from < conditions.start) return task.id + " begins before the start";
        const double lasts = minutes(at.from, at.to);
        if (lasts < task.least_min - 0.02) return task.id + " is too short";
        for (const Tie& tie : task.after) {
            const TimeSpan& other = plan.times[tie.task];
            const double lag = minutes(tie.from_begin ? other.from : other.to, at.from);
            if (lag < tie.least_min - 0.02) return task.id + " is too early";
            if (tie.most_min && lag > *tie.most_min + 0.02) return task.id + " is too late";
        }
        if (task.attended &&
            freeBetween(conditions.hours, conditions.zone, at.from, at.to) != std::vector<TimeSpan>{at})
            return task.id + " is left alone";
        if (!task.hands || task.gate) continue;
        hands.emplace_back(at, task.id);
        const auto free = freeBetween(conditions.hours, conditions.zone, at.from, at.to);
        if (free != std::vector<TimeSpan>{at}) return task.id + " is out of hours";
    }
    std::sort(hands.begin(), hands.end(),
              [](const auto& a, const auto& b) { return a.first.from < b.first.from; });
    for (std::size_t i = 1; i < hands.size(); ++i)
        if (hands[i].first.from < hands[i - 1].first.to)
            return hands[i].second + " and " + hands[i - 1].second + " at once";
    for (std::size_t i = 0; i < plan.tasks.size(); ++i)
        for (std::size_t j = 0; j < plan.tasks.size(); ++j) {
            const Task &wet = plan.tasks[i], &other = plan.tasks[j];
            if (wet.wet && other.lies && wet.thing == other.thing &&
                lyingOn(other.thing_face) == wet.thing_face && plan.times[i].from < plan.times[j].to &&
                plan.times[j].from < plan.times[i].to)
                return other.id + " lies on what is tacky from " + wet.id;
        }
    for (const Place place : {Place::oven, Place::press, Place::printer}) {
        std::vector<TimeSpan> loads;
        for (std::size_t i = 0; i < plan.tasks.size(); ++i)
            if (plan.tasks[i].place == place) loads.push_back(plan.times[i]);
        std::sort(loads.begin(), loads.end(),
                  [](const TimeSpan& a, const TimeSpan& b) { return a.from < b.from; });
        for (std::size_t i = 1; i < loads.size(); ++i)
            if (loads[i].from < loads[i - 1].to) return "two loads at once";
    }
    return {};
}

Moment endOf(const Plan& plan, const std::string& id) {
    for (std::size_t i = 0; i < plan.tasks.size(); ++i)
        if (plan.tasks[i].id == id) return plan.times[i].to;
    throw std::logic_error("no task " + id);
}

Moment beginOf(const Plan& plan, const std::string& id) {
    for (std::size_t i = 0; i < plan.tasks.size(); ++i)
        if (plan.tasks[i].id == id) return plan.times[i].from;
    throw std::logic_error("no task " + id);
}

std::vector<std::size_t> ofStep(const Plan& plan, const std::string& step) {
    std::vector<std::size_t> found;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i)
        if (plan.tasks[i].step == step) found.push_back(i);
    std::stable_sort(found.begin(), found.end(),
                     [&](std::size_t a, std::size_t b) { return plan.times[a].from < plan.times[b].from; });
    return found;
}

}  // namespace tympan::tests
