#include "core/run/run.h"

#include <algorithm>
#include <map>
#include <string_view>
#include <tuple>

#include "core/run/pace.h"

namespace tympan {

namespace {

/// Copies that were begun anew leave what was still to be done of their earlier attempts; what is left out
/// goes.
void makeTasks(RunState& state) {
    state.tasks = tasksOf(state.order, {weatherOf(state.wishes), state.measured}, state.course);
    std::map<std::pair<int, int>, int> attempts;
    for (const Course::Again& each : state.course.again)
        attempts.try_emplace({each.piece, each.copy}, 1).first->second++;
    std::set<std::string> gone;
    for (Task& task : state.tasks) {
        if (isDone(state, task.id)) continue;
        const std::size_t before = task.units.size();
        std::erase_if(task.units, [&](const WorkUnit& unit) {
            const auto attempt = attempts.find({unit.piece, unit.copy});
            return attempt != attempts.end() && task.attempt < attempt->second;
        });
        if ((task.units.empty() && before > 0) || state.left_out.contains(task.id) ||
            state.held_by.contains(task.id))
            gone.insert(task.id);
    }
    state.tasks = without(state.tasks, gone);
    takePace(state);
}

/// What a task comes after is over once it has begun, whether somebody said so or not.
void endBefore(RunState& state, const Task& task, Moment at) {
    for (const Tie& tie : task.after) {
        const Task& before = state.tasks[tie.task];
        if (tie.from_begin || isDone(state, before.id)) continue;
        const Moment from =
            std::max(at - std::chrono::seconds{static_cast<long>(before.usual_min * 60)}, Moment{});
        const auto begun = state.past.under_way.find(before.id);
        const auto waits = waitsUnderWay(state);
        const auto waiting = waits.find(before.id);
        const Moment began = begun != state.past.under_way.end() ? begun->second.from
                             : waiting != waits.end()            ? waiting->second
                                                                 : from;
        markDone(state, before.id, {std::min(began, at), at});
        endBefore(state, before, std::min(began, at));
    }
}

void finish(RunState& state, const Task& task, Moment at) {
    Moment from = at;
    if (const auto begun = state.past.under_way.find(task.id); begun != state.past.under_way.end())
        from = begun->second.from;
    else if (const auto waits = waitsUnderWay(state); waits.contains(task.id))
        from = waits.at(task.id);
    else if (task.hands && !task.gate)
        from = at - std::chrono::seconds{static_cast<long>(task.usual_min * 60)};
    endBefore(state, task, std::min(from, at));
    // A clock that was set back makes nothing end before it began.
    const TimeSpan worked{std::min(from, at), at};
    const bool said = state.past.under_way.contains(task.id);
    markDone(state, task.id, worked);
    state.look_at.erase(task.id);
    if (said) learnPace(state, task.id, worked);
}

/// What prints, on what, for which way: a swab says as much of one piece as of another.
auto inkOf(const RunState& state, const Task& task) {
    const OrderedPiece* piece = findPiece(state.order, task.piece);
    return piece ? std::tuple(piece->printer_name, piece->carrier, piece->method)
                 : std::tuple(std::string(), std::string(), std::string());
}

/// What was begun after it was not, and how many rounds there are is as unknown as it was.
void takeBack(RunState& state, const Task& task) {
    for (const Task& each : state.tasks)
        if (std::any_of(each.after.begin(), each.after.end(), [&](const Tie& tie) {
                return !tie.from_begin && state.tasks[tie.task].id == task.id;
            }))
            state.past.under_way.erase(each.id);
    if (!task.again || !task.round) return;
    state.course.rounds[task.chain] = std::max(task.again->usual, *task.round);
    makeTasks(state);
}

void holdElsewhere(RunState& state, const Task& swab) {
    for (const Task& each : state.tasks)
        if (each.work == Work::swab && each.id != swab.id && !isDone(state, each.id) &&
            each.round >= swab.round && inkOf(state, each) == inkOf(state, swab))
            state.held_by[each.id] = swab.id;
}

}  // namespace

const Task* findTask(const RunState& state, const std::string& id) {
    const auto found =
        std::find_if(state.tasks.begin(), state.tasks.end(), [&](const Task& task) { return task.id == id; });
    return found == state.tasks.end() ? nullptr : &*found;
}

RunState stateOf(const WorkRun& run) {
    RunState state;
    state.order = run.start.order;
    state.wishes = run.start.wishes;
    state.measured = run.start.measured;
    makeTasks(state);
    for (const Event& event : run.events) apply(state, event);
    return state;
}

void apply(RunState& state, const Event& event) {
    using Kind = Event::Kind;
    const Task* found = event.task.empty() ? nullptr : findTask(state, event.task);
    if (!event.task.empty() && !found && event.kind != Kind::taken_back) {
        // Of another version, which had other steps: nothing is lost of what was said.
        state.remarks.push_back({event.at, event.task, event.words, false});
        return;
    }
    const std::optional<Task> task = found ? std::optional(*found) : std::nullopt;
    switch (event.kind) {
        case Kind::begun:
            if (!task) return;
            endBefore(state, *task, event.at);
            state.past.under_way[task->id] = {
                event.at, event.at + std::chrono::seconds{static_cast<long>(task->usual_min * 60)}};
            return;
        case Kind::done:
        case Kind::another:
            if (!task) return;
            finish(state, *task, event.at);
            if (task->again && task->round) {
                const int more =
                    event.kind == Kind::another ? std::max(task->rounds, *task->round + 1) : *task->round;
                state.course.rounds[task->chain] = more;
                if (task->work == Work::swab && event.kind == Kind::done) holdElsewhere(state, *task);
                makeTasks(state);
            }
            return;
        case Kind::not_yet:
            if (!task) return;
            state.look_at[task->id] = event.at + std::chrono::seconds{static_cast<long>(event.minutes * 60)};
            return;
        case Kind::left_out:
            if (!task) return;
            state.left_out.insert(task->id);
            state.past.under_way.erase(task->id);
            makeTasks(state);
            return;
        case Kind::taken_back:
            if (state.past.done.erase(event.task) > 0 && task) forgetPace(state, *task);
            state.past.under_way.erase(event.task);
            if (task) takeBack(state, *task);
            if (state.left_out.erase(event.task) +
                    std::erase_if(state.held_by,
                                  [&](const auto& each) { return each.second == event.task; }) >
                0)
                makeTasks(state);
            return;
        case Kind::note:
        case Kind::went_wrong:
            state.remarks.push_back({event.at, event.task, event.words, event.kind == Kind::went_wrong,
                                     event.trouble, event.next});
            return;
        case Kind::again:
            state.course.again.push_back({event.piece, event.copy});
            makeTasks(state);
            return;
        case Kind::wishes:
            state.wishes = readWishes(event.wished);
            makeTasks(state);
            return;
        case Kind::told:
            if (task) state.told[stepKeyOf(*task, state.order)] = event.told;
            return;
        case Kind::ended:
            state.ended = true;
            return;
    }
}

Waits waitsUnderWay(const RunState& state) {
    Waits waits;
    for (const Task& task : state.tasks) {
        if (task.hands || isDone(state, task.id)) continue;
        Moment from{};
        bool all = !task.after.empty();
        for (const Tie& tie : task.after) {
            const Task& before = state.tasks[tie.task];
            const auto done = state.past.done.find(before.id);
            if (done == state.past.done.end()) all = all && tie.from_begin && waits.contains(before.id);
            if (done != state.past.done.end())
                from = std::max(from, tie.from_begin
                                          ? done->second.from +
                                                std::chrono::seconds{static_cast<long>(tie.least_min * 60)}
                                          : done->second.to);
            else if (all)
                from = std::max(
                    from, waits.at(before.id) + std::chrono::seconds{static_cast<long>(tie.least_min * 60)});
        }
        if (all && from > Moment{}) waits[task.id] = from;
    }
    return waits;
}

namespace {

// Who worked a moment ago goes on for a while, whatever the hour: guesses of ours.
constexpr std::chrono::minutes a_moment_ago{60}, a_while{240};

/// The usual hours of those who named none, and a while from now on where somebody is at work: at eleven in
/// the evening nobody is told to go on in the morning. Meals that have not begun are kept.
FreeHours withPresent(FreeHours hours, const RunState& state, const TimeZone& zone, Moment now) {
    const bool at_work = !state.past.under_way.empty() ||
                         std::any_of(state.past.done.begin(), state.past.done.end(),
                                     [&](const auto& each) { return now - each.second.to < a_moment_ago; });
    if (!at_work) return hours;
    const WallTime wall = zone.wall(now);
    const int from = static_cast<int>(std::chrono::floor<std::chrono::minutes>(wall.into_day).count());
    const int to = from + static_cast<int>(a_while.count());
    constexpr int day = 24 * 60;
    const auto add = [&](std::chrono::sys_days date, int begin, int end) {
        FreeHours::Day parts = hours.week[(std::chrono::weekday{date}.iso_encoding()) - 1];
        for (const FreeHours::Part& each : parts)
            if (each.from_min <= end && begin <= each.to_min)
                begin = std::min(begin, each.from_min), end = std::max(end, each.to_min);
        std::erase_if(
            parts, [&](const FreeHours::Part& each) { return each.from_min >= begin && each.to_min <= end; });
        const FreeHours::Part part{begin, end};
        parts.insert(std::find_if(parts.begin(), parts.end(),
                                  [&](const FreeHours::Part& each) { return each.from_min > begin; }),
                     part);
        for (const FreeHours::Part& meal : readStretches(state.wishes.meals))
            if (date > wall.date || meal.from_min > from) parts = withoutTime(parts, meal);
        hours.dates[date] = parts;
    };
    add(wall.date, from, std::min(to, day));
    if (to > day) add(wall.date + std::chrono::days{1}, 0, to - day);
    return hours;
}

}  // namespace

JobWork workOf(const RunState& state, const TimeZone& zone, Moment now) {
    Past past = state.past;
    for (const auto& [id, from] : waitsUnderWay(state)) {
        const Task& task = *findTask(state, id);
        const auto look = state.look_at.find(id);
        const Moment end = look != state.look_at.end()
                               ? look->second
                               : from + std::chrono::seconds{static_cast<long>(task.usual_min * 60)};
        past.under_way[id] = {from, end};
    }
    WorkWishes wishes = state.wishes;
    wishes.start.clear();
    Conditions conditions = conditionsOf(wishes, zone, now);
    if (wishes.hours.empty()) conditions.hours = withPresent(conditions.hours, state, zone, now);
    return {state.order, state.tasks, std::move(conditions), past};
}

std::vector<Plan> plansFrom(const std::vector<RunState>& states, const TimeZone& zone, Moment now,
                            const PlanLimits& limits, const Progress& progress) {
    std::vector<JobWork> jobs;
    for (const RunState& state : states) jobs.push_back(workOf(state, zone, now));
    return plannedTogether(std::move(jobs), limits, progress);
}

Plan planFrom(const RunState& state, const TimeZone& zone, Moment now, const PlanLimits& limits) {
    return plannedTogether({workOf(state, zone, now)}, limits).front();
}

Plan carriedOver(Plan plan, const RunState& state, Moment now) {
    // Comparing thousands of tasks takes a tenth of copying them.
    if (plan.tasks == state.tasks) return plan;
    std::map<std::string_view, TimeSpan> known;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i) known.emplace(plan.tasks[i].id, plan.times[i]);
    Plan next;
    next.tasks = state.tasks;
    next.cannot = plan.cannot;
    next.notes = plan.notes;
    next.end = plan.end;
    next.to_spare = plan.to_spare;
    next.times.reserve(state.tasks.size());
    for (const Task& task : state.tasks) {
        if (const auto at = known.find(task.id); at != known.end()) {
            next.times.push_back(at->second);
            continue;
        }
        Moment from = now;
        for (const Tie& tie : task.after) {
            if (tie.task >= next.times.size()) continue;
            const TimeSpan& before = next.times[tie.task];
            from = std::max(from, (tie.from_begin ? before.from : before.to) +
                                      std::chrono::seconds{static_cast<long>(tie.least_min * 60)});
        }
        next.times.push_back({from, from + std::chrono::seconds{static_cast<long>(task.usual_min * 60)}});
        next.end = std::max(next.end, next.times.back().to);
    }
    return next;
}

}  // namespace tympan
