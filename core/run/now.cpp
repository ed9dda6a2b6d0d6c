#include "core/run/now.h"

#include <algorithm>

namespace tympan {

namespace {

using std::chrono::seconds;

seconds secondsOf(double minutes) { return seconds{static_cast<long>(minutes * 60)}; }

bool isOpen(const RunState& state, const Task& task) { return !isDone(state, task.id); }

/// Since when a wait goes on, or when a task ended.
std::optional<Moment> reached(const RunState& state, const Waits& waits, const Task& before, bool begin) {
    if (const auto done = state.past.done.find(before.id); done != state.past.done.end())
        return begin ? done->second.from : done->second.to;
    const auto waiting = waits.find(before.id);
    if (waiting == waits.end()) return {};
    // Whether it must be done again has not been said yet.
    if (before.again && !begin) return {};
    return begin ? waiting->second : waiting->second + secondsOf(before.usual_min);
}

}  // namespace

std::optional<Moment> mayBegin(const RunState& state, const Waits& waits, const Task& task) {
    Moment from{};
    for (const Tie& tie : task.after) {
        const Task& before = state.tasks[tie.task];
        std::optional<Moment> at = reached(state, waits, before, tie.from_begin);
        if (!at) return {};
        // One who wants to look again does not go on before.
        if (const auto look = state.look_at.find(before.id);
            look != state.look_at.end() && !isDone(state, before.id))
            at = std::max(*at, look->second);
        Moment can = *at + secondsOf(tie.least_min);
        // Who says that what is held is over goes on at once: the next step is due.
        if (const auto over = state.past.done.find(before.id);
            tie.from_begin && !before.hands && over != state.past.done.end())
            can = std::min(can, over->second.to);
        from = std::max(from, can);
    }
    return from;
}

std::optional<Deadline> deadlineOf(const RunState& state, const Waits& waits, const Task& task) {
    std::optional<Deadline> until;
    for (const Tie& tie : task.after) {
        if (!tie.most_min) continue;
        const auto at = reached(state, waits, state.tasks[tie.task], tie.from_begin);
        if (!at) continue;
        const Moment by = *at + secondsOf(*tie.most_min);
        if (!until || by < until->at) until = Deadline{by, tie.basis};
    }
    return until;
}

Now nowOf(const RunState& state, const Plan& plan, Moment now) {
    // What hands are on stays before one.
    for (const auto& [id, span] : state.past.under_way)
        if (const Task* task = findTask(state, id)) {
            Now on{Now::Kind::hands, id, span.from, {}};  // in time: it was to be begun by then
            // Wet ink is pressed and lifted before it dries.
            if (const auto& wait = task->details->wait;
                task->work == Work::press && wait && wait->kind == Wait::Kind::not_after) {
                on.until = span.from + secondsOf(wait->most_min);
                on.until_basis = wait->basis;
            }
            return on;
        }
    const Waits waits = waitsUnderWay(state);
    // What is held for so long and no longer, or is in the oven, nobody leaves.
    for (const auto& [id, from] : waits)
        if (const Task& task = *findTask(state, id); task.attended)
            return {Now::Kind::wait, id, from + secondsOf(task.usual_min), {}};
    std::optional<Now> best;
    std::pair<bool, Moment> order;  // of the best: what is looked at while it is wet, then as planned
    std::optional<Now> later;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
        const Task& task = plan.tasks[i];
        if (!task.hands || !isOpen(state, task)) continue;
        const auto may = mayBegin(state, waits, task);
        const auto deadline = deadlineOf(state, waits, task);
        const std::optional<Moment> until = deadline ? std::optional(deadline->at) : std::nullopt;
        const Basis basis = deadline ? deadline->basis : Basis::guess;
        if (!later || plan.times[i].from < later->from)
            later = Now{Now::Kind::later, task.id, plan.times[i].from, until, basis};
        if (!may || *may > now) continue;
        // What is due first, then what the plan has first; nothing before its hours, unless it cannot wait:
        // what is looked at while it is wet, after work that went on past them.
        const bool looks = task.gate && *may + between_sittings > now;
        if (!until && !looks && plan.times[i].from > now + between_sittings) continue;
        // A look takes no time, so that the plan has what comes after it at the same moment.
        const std::pair own{!looks, plan.times[i].from};
        const bool sooner = !best || (until && (!best->until || *until < *best->until)) ||
                            (!until && !best->until && own < order);
        if (!sooner) continue;
        best = Now{Now::Kind::hands, task.id, *may, until, basis};
        order = own;
    }
    // What is due goes first; then what has been waited for long enough, which somebody must look at.
    if (best && best->until) return *best;
    for (const auto& [id, from] : waits) {
        const Task& task = *findTask(state, id);
        const auto look = state.look_at.find(id);
        const Moment end = look != state.look_at.end() ? look->second : from + secondsOf(task.usual_min);
        if (end <= now) return {Now::Kind::wait, id, end, {}};
    }
    if (best) return *best;
    // A wait that ends before the next work is what one waits for.
    std::optional<Now> wait;
    for (const auto& [id, from] : waits) {
        const Task& task = *findTask(state, id);
        const auto look = state.look_at.find(id);
        const Moment end = look != state.look_at.end() ? look->second : from + secondsOf(task.usual_min);
        if (!wait || end < wait->from) wait = Now{Now::Kind::wait, id, end, {}};
    }
    if (wait && (!later || wait->from <= later->from + between_sittings || later->from <= wait->from))
        return *wait;
    if (later) return *later;
    if (wait) return *wait;
    return {};
}

std::vector<Alarm> alarmsOf(const RunState& state, const Plan& plan) {
    constexpr seconds warning{30};
    std::vector<Alarm> alarms;
    const Waits waits = waitsUnderWay(state);
    for (const auto& [id, from] : waits) {
        const Task& task = *findTask(state, id);
        const auto look = state.look_at.find(id);
        // Seconds that are held ring when they are over; what dries, when it usually is.
        alarms.push_back({Alarm::Kind::may,
                          look != state.look_at.end() ? look->second : from + secondsOf(task.usual_min), id});
    }
    for (const Task& task : plan.tasks) {
        if (!isOpen(state, task) || state.past.under_way.contains(task.id)) continue;
        const auto deadline = deadlineOf(state, waits, task);
        if (!deadline || !task.hands) continue;
        const Moment until = deadline->at;
        const auto may = mayBegin(state, waits, task);
        // A while before, when there is one.
        const bool time_enough = may && until - *may > 4 * warning;
        alarms.push_back({Alarm::Kind::must, time_enough ? until - warning : until, task.id});
    }
    std::stable_sort(alarms.begin(), alarms.end(),
                     [](const Alarm& a, const Alarm& b) { return a.at < b.at; });
    return alarms;
}

std::vector<std::string> handsAfter(const RunState& state, const Plan& plan, const std::string& task,
                                    std::size_t most) {
    std::vector<std::size_t> later;
    std::optional<std::size_t> here;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
        const Task& each = plan.tasks[i];
        if (each.id == task) here = i;
        if (each.hands && !each.gate && each.id != task && isOpen(state, each) && findTask(state, each.id))
            later.push_back(i);
    }
    // Ties come before times: of what begins together, the list has the order.
    std::stable_sort(later.begin(), later.end(),
                     [&](std::size_t a, std::size_t b) { return plan.times[a].from < plan.times[b].from; });
    std::vector<std::string> ids;
    for (const std::size_t i : later) {
        if (here && plan.times[i].from < plan.times[*here].from) continue;
        if (ids.size() < most) ids.push_back(plan.tasks[i].id);
    }
    return ids;
}

std::vector<Ahead> deadlinesAhead(const RunState& state, const std::string& id) {
    std::vector<Ahead> ahead;
    for (const Task& task : state.tasks)
        for (const Tie& tie : task.after)
            if (tie.most_min && state.tasks[tie.task].id == id && task.hands && !task.gate)
                ahead.push_back({task.id, *tie.most_min, tie.basis});
    return ahead;
}

}  // namespace tympan
