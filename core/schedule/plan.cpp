#include "core/schedule/plan.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/schedule/plan_search.h"

namespace tympan {

namespace {

TimeSpans freeSeconds(const Conditions& conditions, Seconds until) {
    TimeSpans free;
    for (const TimeSpan& stretch : freeBetween(conditions.hours, conditions.zone, conditions.start,
                                               conditions.start + std::chrono::seconds{until}))
        free.emplace_back((stretch.from - conditions.start).count(), (stretch.to - conditions.start).count());
    return free;
}

/// What of its ties a plan does not keep: those of a method that somebody changed may contradict each other.
std::vector<std::string> brokenTies(const Plan& plan, const WorkOrder& order, const Given& given) {
    constexpr double rounding_min = 0.02;
    std::vector<std::string> broken;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
        if (given.fixed[i].first != no_moment) continue;
        for (const Tie& tie : plan.tasks[i].after) {
            const TimeSpan& other = plan.times[tie.task];
            const Task &task = plan.tasks[i], &before = plan.tasks[tie.task];
            const double lag =
                static_cast<double>((plan.times[i].from - (tie.from_begin ? other.from : other.to)).count()) /
                60;
            const bool too_late = tie.most_min && lag > *tie.most_min + rounding_min;
            if (too_late && given.fixed[tie.task].first != no_moment)
                broken.push_back(
                    fmt::format("{}: \"{}\" should have come within {:.0f} min of \"{}\": look whether "
                                "it still can",
                                nameOf(task, order), task.step, *tie.most_min, before.step));
            else if (too_late || lag < tie.least_min - rounding_min)
                broken.push_back(fmt::format(
                    "{}: \"{}\" cannot come after \"{}\" when it must: look at its way of transfer",
                    nameOf(task, order), task.step, before.step));
        }
    }
    return broken;
}

/// What the conditions do not allow, whatever the times.
std::vector<std::string> impossible(const Plan& plan, const WorkOrder& order, const Conditions& conditions,
                                    const Given& given) {
    std::vector<std::string> cannot;
    const Weather& weather = conditions.waits.weather;
    if (!dries(weather))
        cannot.push_back(
            fmt::format("at {:.0f} °C ({:.0f} °F) and {:.0f} % media do not dry as they should: do it where "
                        "it is at least 10 °C (50 °F) and at most 85 % humid",
                        weather.temperature_c, weather.temperature_c * 1.8 + 32, weather.humidity_percent));
    for (const auto& [place, room] : conditions.room) {
        if (room > 0) continue;
        for (std::size_t i = 0; i < plan.tasks.size(); ++i)
            if (plan.tasks[i].place == place && given.fixed[i].first == no_moment) {
                cannot.push_back(fmt::format("{}: \"{}\" needs a place that is not there ({})",
                                             nameOf(plan.tasks[i], order), plan.tasks[i].step,
                                             placeNames()[static_cast<std::size_t>(place)]));
                break;
            }
    }
    return cannot;
}

/// Later than a year nothing is put off: the rest must follow within `farthest`.
constexpr Seconds latest_put_off = farthest / 2;

/// Tasks that are put off for longer, as sentences.
std::vector<std::string> putOffTooFar(const Plan& plan, const WorkOrder& order,
                                      const Conditions& conditions) {
    std::vector<std::string> cannot;
    for (const Task& task : plan.tasks)
        if (const auto put_off = conditions.not_before.find(task.id);
            put_off != conditions.not_before.end() &&
            (put_off->second - conditions.start).count() > latest_put_off)
            cannot.push_back(fmt::format("{}: \"{}\" is put off for more than a year; it is planned earlier",
                                         nameOf(task, order), task.step));
    return cannot;
}

/// What stands already, in seconds from the start.
Given givenBy(const std::vector<Task>& tasks, const Conditions& conditions, const Past& past) {
    Given given;
    given.fixed.assign(tasks.size(), {no_moment, no_moment});
    given.earliest.assign(tasks.size(), 0);
    given.over.assign(tasks.size(), false);
    given.room = conditions.room;
    const auto seconds = [&](Moment moment) { return (moment - conditions.start).count(); };
    for (const TimeSpan& each : conditions.taken)
        given.taken.emplace_back(seconds(each.from), seconds(each.to));
    for (std::size_t i = 0; i < tasks.size(); ++i) {
        const auto done = past.done.find(tasks[i].id), now = past.under_way.find(tasks[i].id);
        if (done != past.done.end()) {
            given.fixed[i] = {seconds(done->second.from), seconds(done->second.to)};
            given.over[i] = true;
        } else if (now != past.under_way.end()) {
            // Longer than was thought: it ends no earlier than now.
            given.fixed[i] = {seconds(now->second.from), std::max<Seconds>(0, seconds(now->second.to))};
        }
        if (const auto put_off = conditions.not_before.find(tasks[i].id);
            put_off != conditions.not_before.end())
            given.earliest[i] = std::min(seconds(put_off->second), latest_put_off);
    }
    return given;
}

}  // namespace

std::string nameOf(const Task& task, const WorkOrder& order) {
    std::vector<int> pieces;
    for (const WorkUnit& unit : task.units)
        if (std::find(pieces.begin(), pieces.end(), unit.piece) == pieces.end()) pieces.push_back(unit.piece);
    const OrderedPiece* piece = pieces.empty() ? nullptr : findPiece(order, pieces.front());
    if (piece && pieces.size() > 1) return fmt::format("{} and {} more", piece->name, pieces.size() - 1);
    if (piece) return piece->name;
    const OrderedObject* object = findObject(order, task.object);
    return object ? object->name : "";
}

Plan planned(const WorkOrder& order, const Conditions& conditions, const PlanLimits& limits,
             const Progress& progress) {
    return planned(order, tasksOf(order, conditions.waits), conditions, {}, limits, progress);
}

Plan planned(const WorkOrder& order, std::vector<Task> tasks, const Conditions& conditions, const Past& past,
             const PlanLimits& limits, const Progress& progress) {
    Plan plan;
    plan.tasks = std::move(tasks);
    plan.end = conditions.start;
    const Given given = givenBy(plan.tasks, conditions, past);
    plan.cannot = impossible(plan, order, conditions, given);
    for (std::string& each : putOffTooFar(plan, order, conditions)) plan.cannot.push_back(std::move(each));
    if (plan.tasks.empty()) return plan;

    std::vector<bool> fixed;
    Seconds end_of_fixed = 0;
    for (const auto& [from, to] : given.fixed) {
        fixed.push_back(from != no_moment);
        if (from != no_moment) end_of_fixed = std::max(end_of_fixed, to);
    }
    const auto free = freeSeconds(conditions, farthest);
    Seconds longest = 0;
    for (const auto& [from, to] : free) longest = std::max(longest, to - from);
    PlanProblem problem{plan.tasks, sittingsOf(plan.tasks, false, longest, fixed), free, given};
    const std::optional<Seconds> due =
        conditions.due
            ? std::optional(std::min<Seconds>((*conditions.due - conditions.start).count(), farthest))
            : std::nullopt;
    FoundPlan found = bestPlan(problem, limits, progress);
    const auto endOf = [&] { return std::max(end_of_fixed, std::get<1>(costOf(problem, found))); };
    if (due && endOf() > *due) {
        // Then with the shortest waits that makers give.
        problem.sittings = sittingsOf(plan.tasks, true, longest, fixed);
        found = bestPlan(problem, limits, progress);
    }
    if (due && endOf() <= *due) putLate(problem, *due, found);
    for (const std::size_t i : found.too_long) {
        const Task& first = plan.tasks[problem.sittings[i].tasks.front()];
        plan.cannot.push_back(fmt::format("{}: \"{}\" and what must follow it at once fit no free hours",
                                          nameOf(first, order), first.step));
    }
    for (const std::size_t i : found.at_once) {
        const Task& first = plan.tasks[problem.sittings[i].tasks.front()];
        if (first.hands)
            plan.cannot.push_back(fmt::format("{}: \"{}\" cannot wait until there is time again",
                                              nameOf(first, order), first.step));
    }
    plan.times.resize(plan.tasks.size());
    const auto moment = [&](Seconds at) { return conditions.start + std::chrono::seconds{at}; };
    for (std::size_t i = 0; i < plan.tasks.size(); ++i)
        if (fixed[i]) plan.times[i] = {moment(given.fixed[i].first), moment(given.fixed[i].second)};
    for (std::size_t i = 0; i < problem.sittings.size(); ++i) {
        const Sitting& sitting = problem.sittings[i];
        for (std::size_t k = 0; k < sitting.tasks.size(); ++k) {
            const Seconds from = found.begins[i] + sitting.offsets[k];
            plan.times[sitting.tasks[k]] = {moment(from), moment(from + sitting.lengths[k])};
        }
    }
    plan.end = moment(endOf());
    for (std::string& each : brokenTies(plan, order, given)) plan.cannot.push_back(std::move(each));
    // Many copies say the same.
    std::vector<std::string> once;
    for (std::string& each : plan.cannot)
        if (std::find(once.begin(), once.end(), each) == once.end()) once.push_back(std::move(each));
    plan.cannot = std::move(once);
    if (due && endOf() > *due)
        plan.cannot.push_back(
            fmt::format("it is ready {:.1f} hours after it is due, even with the shortest waits",
                        static_cast<double>(endOf() - *due) / 3600));
    return plan;
}

std::vector<std::vector<std::size_t>> runsOf(const Plan& plan) {
    std::vector<std::size_t> hands;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i)
        if (plan.tasks[i].hands) hands.push_back(i);
    std::stable_sort(hands.begin(), hands.end(),
                     [&](std::size_t a, std::size_t b) { return plan.times[a].from < plan.times[b].from; });
    std::vector<std::vector<std::size_t>> runs;
    for (const std::size_t i : hands) {
        if (runs.empty() || plan.times[i].from - plan.times[runs.back().back()].to > between_sittings)
            runs.emplace_back();
        runs.back().push_back(i);
    }
    return runs;
}

}  // namespace tympan
