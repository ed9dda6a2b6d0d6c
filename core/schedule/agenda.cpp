#include "core/schedule/agenda.h"

#include <algorithm>

namespace tympan {

namespace {

using std::chrono::minutes;

// Shorter pauses and waits belong to the work that they interrupt.
constexpr minutes one_go{10}, worth_saying{60};

/// Which copies lines are about: "copies 1 to 12"; empty where there is but one.
Text copiesIn(const std::vector<std::size_t>& tasks, const Plan& plan, const WorkOrder& order) {
    std::set<int> copies;
    int of = 1;
    for (const std::size_t i : tasks)
        for (const int copy : copiesOf(plan.tasks[i])) copies.insert(copy);
    if (const OrderedPiece* piece = findPiece(order, plan.tasks[tasks.front()].piece)) of = piece->copies;
    if (of == 1 || copies.empty() || static_cast<int>(copies.size()) == of) return {};
    if (copies.size() == 1)
        return Text("copy {copy} of {copies}", {{"copy", *copies.begin()}, {"copies", of}});
    return Text("copies {first} to {last}", {{"first", *copies.begin()}, {"last", *copies.rbegin()}});
}

/// What it is about beside its name, where all its tasks are about the same.
Text partIn(const std::vector<std::size_t>& tasks, const Plan& plan, const WorkOrder& order) {
    const Task& first = plan.tasks[tasks.front()];
    if (first.of_sheet)
        return first.sheets.empty() ? Text()
                                    : Text("{count, plural, one {# sheet} other {# sheets}}",
                                           {{"count", first.sheets.size()}});
    const Text part = partOf(first);
    const bool all =
        std::all_of(tasks.begin(), tasks.end(), [&](std::size_t i) { return partOf(plan.tasks[i]) == part; });
    return !part.empty() && all ? part : copiesIn(tasks, plan, order);
}

/// Whether a task goes on with what a line is about.
bool goesOn(const AgendaLine& line, const Task& task, const TimeSpan& at, const Plan& plan) {
    const Task& last = plan.tasks[line.tasks.back()];
    return last.of_sheet == task.of_sheet && last.object == task.object && last.piece == task.piece &&
           at.from - line.time.to <= one_go;
}

}  // namespace

std::vector<AgendaDay> agendaOf(const Plan& plan, const WorkOrder& order, const TimeZone& zone) {
    std::vector<std::size_t> by_time;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
        const bool long_wait = !plan.tasks[i].hands && plan.times[i].to - plan.times[i].from >= worth_saying;
        if ((plan.tasks[i].hands && !plan.tasks[i].gate) || long_wait) by_time.push_back(i);
    }
    std::stable_sort(by_time.begin(), by_time.end(),
                     [&](std::size_t a, std::size_t b) { return plan.times[a].from < plan.times[b].from; });
    std::vector<AgendaLine> lines;
    std::optional<std::size_t> going_on;  // the line of work that the last step belongs to
    for (const std::size_t i : by_time) {
        const Task& task = plan.tasks[i];
        const TimeSpan& at = plan.times[i];
        if (task.hands && going_on && goesOn(lines[*going_on], task, at, plan)) {
            AgendaLine& line = lines[*going_on];
            line.time.to = std::max(line.time.to, at.to);
            line.tasks.push_back(i);
            if (std::none_of(line.kinds.begin(), line.kinds.end(),
                             [&](std::size_t k) { return plan.tasks[k].work == task.work; }))
                line.kinds.push_back(i);
            continue;
        }
        if (task.hands) going_on = lines.size();
        lines.push_back({at, nameOf(task, order), {}, !task.hands, {i}, {i}});
    }
    std::vector<AgendaDay> days;
    for (AgendaLine& line : lines) {
        line.part = partIn(line.tasks, plan, order);
        const std::chrono::sys_days date = zone.wall(line.time.from).date;
        if (days.empty() || days.back().date != date) days.push_back({date, {}});
        days.back().lines.push_back(std::move(line));
    }
    return days;
}

}  // namespace tympan
