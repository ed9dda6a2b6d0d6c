#include "core/run/pace.h"

#include <cmath>

namespace tympan {

namespace {

/// What one round says of the next, by a guess of ours: it counts as much as the plan. Work that went on for
/// less than a fifth or more than five times as long was not that work alone, as in core/learning; a little
/// more or less changes no plan.
constexpr double planned_counts_as = 1, believed_to = 5, least_planned_min = 0.5, worth_a_change = 1.1;

double paceOf(const std::map<std::string, double>& took) {
    double sum = 0;
    for (const auto& [task, ratio] : took) sum += std::log(ratio);
    return std::exp(sum / (planned_counts_as + static_cast<double>(took.size())));
}

bool isPaced(const RunState& state, const Task& task) {
    return task.hands && !task.gate && !isDone(state, task.id);
}

void stretch(Task& task, double by) {
    task.least_min *= by;
    task.usual_min *= by;
    task.most_min *= by;
    task.basis = Basis::measured;
}

/// What is still to be done of a step goes on as the maker works today.
void keepPace(RunState& state, const std::string& key) {
    const auto took = state.took.find(key);
    const double now = took == state.took.end() || took->second.empty() ? 1 : paceOf(took->second);
    const auto known = state.pace.find(key);
    const double before = known == state.pace.end() ? 1 : known->second;
    if (now == before || (now != 1 && std::max(now / before, before / now) < worth_a_change)) return;
    for (Task& task : state.tasks)
        if (isPaced(state, task) && stepKeyOf(task, state.order) == key) stretch(task, now / before);
    state.pace[key] = now;
    if (now == 1) state.pace.erase(key);
}

}  // namespace

void markDone(RunState& state, const std::string& id, const TimeSpan& worked) {
    for (Task& task : state.tasks) {
        if (task.id != id || !isPaced(state, task)) continue;
        if (const auto pace = state.pace.find(stepKeyOf(task, state.order)); pace != state.pace.end())
            stretch(task, 1 / pace->second);
    }
    state.past.done[id] = worked;
    state.past.under_way.erase(id);
}

void learnPace(RunState& state, const std::string& id, const TimeSpan& worked) {
    const Task* task = findTask(state, id);
    if (!task || !task->hands || task->gate || task->usual_min < least_planned_min) return;
    const double ratio = static_cast<double>((worked.to - worked.from).count()) / 60 / task->usual_min;
    if (ratio <= 1 / believed_to || ratio >= believed_to) return;
    const std::string key = stepKeyOf(*task, state.order);
    state.took[key][id] = ratio;
    keepPace(state, key);
}

void forgetPace(RunState& state, const Task& taken_back) {
    const std::string key = stepKeyOf(taken_back, state.order);
    if (const auto pace = state.pace.find(key); pace != state.pace.end())
        for (Task& task : state.tasks)
            if (task.id == taken_back.id && isPaced(state, task)) stretch(task, pace->second);
    if (const auto took = state.took.find(key); took != state.took.end() && took->second.erase(taken_back.id))
        keepPace(state, key);
}

void takePace(RunState& state) {
    if (state.pace.empty()) return;
    for (Task& task : state.tasks)
        if (isPaced(state, task))
            if (const auto pace = state.pace.find(stepKeyOf(task, state.order)); pace != state.pace.end())
                stretch(task, pace->second);
}

}  // namespace tympan
