#include "core/schedule/ovens.h"

#include <algorithm>
#include <map>
#include <set>

namespace tympan {

namespace {

bool isVarnish(const Task& task) { return task.work == Work::finish || task.work == Work::seal; }

int thingOf(const Task& task, const WorkOrder& order) {
    const OrderedObject* object = findObject(order, task.object);
    return object ? object->thing() : 0;
}

bool shareACopy(const Task& a, const Task& b) {
    const std::vector<int> one = copiesOf(a), other = copiesOf(b);
    return std::find_first_of(one.begin(), one.end(), other.begin(), other.end()) != one.end();
}

/// The tasks in an order in which each comes after what it is tied to, else as they were; nothing where ties
/// go round in a circle.
std::optional<std::vector<Task>> inOrder(const std::vector<Task>& tasks) {
    const std::size_t count = tasks.size();
    std::vector<std::size_t> waits(count), place(count);
    std::vector<std::vector<std::size_t>> next(count);
    for (std::size_t i = 0; i < count; ++i) {
        waits[i] = tasks[i].after.size();
        for (const Tie& tie : tasks[i].after) next[tie.task].push_back(i);
    }
    std::set<std::size_t> open;
    for (std::size_t i = 0; i < count; ++i)
        if (waits[i] == 0) open.insert(i);
    std::vector<Task> ordered;
    while (!open.empty()) {
        const std::size_t i = *open.begin();
        open.erase(open.begin());
        place[i] = ordered.size();
        ordered.push_back(tasks[i]);
        for (const std::size_t other : next[i])
            if (--waits[other] == 0) open.insert(other);
    }
    if (ordered.size() < count) return {};
    for (Task& task : ordered)
        for (Tie& tie : task.after) tie.task = place[tie.task];
    return ordered;
}

std::vector<Task> ovensBeforeFinish(std::vector<Task> tasks, const WorkOrder& order) {
    std::vector<Task> tied = tasks;
    bool any = false;
    for (std::size_t oven = 0; oven < tasks.size(); ++oven) {
        if (tasks[oven].place != Place::oven || thingOf(tasks[oven], order) == 0) continue;
        for (std::size_t coat = 0; coat < tasks.size(); ++coat)
            if (isVarnish(tasks[coat]) && thingOf(tasks[coat], order) == thingOf(tasks[oven], order) &&
                tasks[coat].chain != tasks[oven].chain && shareACopy(tasks[coat], tasks[oven])) {
                tied[coat].after.push_back({oven, false, 0, {}});
                any = true;
            }
    }
    if (!any) return tasks;
    // In a circle (a method that varnishes before its own oven) the ties help nobody; findings say so.
    std::optional<std::vector<Task>> ordered = inOrder(tied);
    return ordered ? *std::move(ordered) : tasks;
}

/// What goes through an oven in one go: the work of hands, the wait in it, and what must follow or does so by
/// itself: taken out, cooled.
struct Load {
    std::size_t first = 0, count = 0;  ///< of its tasks, which stand together
    std::size_t number = 0;            ///< which oven of its chain
};

std::vector<Load> loadsOf(const std::vector<Task>& tasks) {
    std::vector<Load> loads;
    std::map<std::string, std::size_t> numbers;
    for (std::size_t i = 0; i < tasks.size(); ++i) {
        if (tasks[i].place != Place::oven || tasks[i].thing == 0 || tasks[i].piece == 0 ||
            tasks[i].attempt > 1)
            continue;
        Load load{i, 1, ++numbers[tasks[i].chain]};
        const auto follows = [&](const Task& task) {
            return task.chain == tasks[i].chain && task.after.size() == 1 &&
                   task.after.front().task + 1 == load.first + load.count &&
                   (!task.hands || task.after.front().most_min);
        };
        while (i + load.count < tasks.size() && follows(tasks[i + load.count])) ++load.count;
        i += load.count - 1;
        loads.push_back(load);
    }
    return loads;
}

bool lieOnEachOther(Face one, Face other) {
    return (one == Face::front && other == Face::back) || (one == Face::back && other == Face::front);
}

bool goTogether(const std::vector<Task>& tasks, const Load& a, const Load& b, const WorkOrder& order) {
    const Task &one = tasks[a.first], &other = tasks[b.first];
    const OrderedPiece *piece = findPiece(order, one.piece), *next = findPiece(order, other.piece);
    if (!piece || !next || one.thing != other.thing || one.thing_face == other.thing_face ||
        lieOnEachOther(one.thing_face, other.thing_face))
        return false;
    return piece->method == next->method && one.step == other.step && a.number == b.number &&
           a.count == b.count && copiesOf(one) == copiesOf(other);
}

/// One load with another in it. What came after the other comes after this one; the other's tasks have no
/// units left.
void takeIn(std::vector<Task>& tasks, const Load& load, const Load& other) {
    for (std::size_t k = 0; k < load.count; ++k) {
        Task &into = tasks[load.first + k], &gone = tasks[other.first + k];
        into.units.insert(into.units.end(), gone.units.begin(), gone.units.end());
        into.least_min = std::max(into.least_min, gone.least_min);
        into.usual_min = std::max(into.usual_min, gone.usual_min);
        into.most_min = std::max(into.most_min, gone.most_min);
        into.area_cm2 += gone.area_cm2;
        if (k == 0) addTies(into.after, gone.after);
        into.straight_on = into.straight_on && k > 0;
        gone.units.clear();
        gone.after.clear();
        for (Task& each : tasks)
            for (Tie& tie : each.after)
                if (tie.task == other.first + k) tie.task = load.first + k;
    }
}

std::vector<Task> inOneLoad(const std::vector<Task>& tasks, const WorkOrder& order) {
    const std::vector<Load> loads = loadsOf(tasks);
    std::vector<bool> taken(loads.size(), false);
    std::vector<Task> together = tasks;
    std::set<std::string> gone;
    for (std::size_t a = 0; a < loads.size(); ++a)
        for (std::size_t b = a + 1; b < loads.size() && !taken[a]; ++b) {
            if (taken[b] || !goTogether(tasks, loads[a], loads[b], order)) continue;
            std::vector<Task> tried = together;
            takeIn(tried, loads[a], loads[b]);
            if (!inOrder(tried)) continue;  // one of them needs the other out of the oven
            together = std::move(tried);
            taken[b] = true;
            for (std::size_t k = 0; k < loads[b].count; ++k) gone.insert(tasks[loads[b].first + k].id);
        }
    if (gone.empty()) return tasks;
    return without(*inOrder(together), gone);
}

}  // namespace

std::vector<Task> withOvens(std::vector<Task> tasks, const WorkOrder& order) {
    return ovensBeforeFinish(inOneLoad(tasks, order), order);
}

}  // namespace tympan
