#include "core/schedule/ready.h"

#include <algorithm>

namespace tympan {

namespace {

bool isCloth(const OrderedObject& object) { return object.material.starts_with("cotton"); }

}  // namespace

std::vector<Ready> readyOf(const Plan& plan, const WorkOrder& order) {
    std::vector<Ready> all;
    for (const OrderedObject& object : order.objects) {
        Ready ready;
        ready.object = object.id;
        bool found = false;
        for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
            // A thing is ready when all of its sides are.
            const Task& task = plan.tasks[i];
            const OrderedObject* on = findObject(order, task.object);
            if (!on || on->thing() != object.thing()) continue;
            found = true;
            const Moment end = plan.times[i].to;
            const bool cures = task.work == Work::cure;
            if (!cures && end >= ready.handle.from)
                ready.handle = {end, task.hands ? Text("the last work on it is done")
                                                : Text("what was done last is dry")};
            if (cures && (!ready.wash || end >= ready.wash->from))
                ready.wash = Ready::When{end, Text("counted from when its seal is dry")};
            if (end >= ready.send.from)
                ready.send = {end, cures ? Text("it has cured") : Text("nothing on it sticks any more")};
        }
        if (!found) continue;
        if (!isCloth(object) && object.material != "skin")
            ready.hang = Ready::When{ready.handle.from, Text("it is dry all round")};
        all.push_back(std::move(ready));
    }
    return all;
}

bool isCoat(const Task& task) {
    return task.hands && (task.details->spreads || task.work == Work::coat || task.work == Work::seal ||
                          task.work == Work::finish || task.work == Work::fix);
}

std::map<std::string, double> amountsOf(const std::vector<CoatArea>& areas,
                                        const std::map<std::string, double>& coverage) {
    std::map<std::string, double> ml;
    for (const CoatArea& area : areas)
        if (const auto known = coverage.find(area.key); known != coverage.end())
            ml[area.key] += area.cm2 * area.coats / 100 * known->second;
    return ml;
}

std::vector<CoatArea> coatAreas(const Plan& plan, const WorkOrder& order) {
    std::vector<CoatArea> all;
    for (const Task& task : plan.tasks) {
        if (!isCoat(task)) continue;
        const OrderedPiece* piece = findPiece(order, task.piece);
        const std::string key = stepKeyOf(task, order);
        const int object = task.of_sheet ? 0 : task.object;
        const auto same = std::find_if(all.begin(), all.end(), [&](const CoatArea& each) {
            return each.object == object && each.key == key && each.face == task.face;
        });
        const std::optional<Spread>& spreads = task.details->spreads;
        CoatArea& area = same == all.end()
                             ? all.emplace_back(CoatArea{
                                   object, piece ? piece->method_name : "", key, task.step, task.face,
                                   shortName(task.details), spreads ? spreads->what : "", 0, 0, task.of_sheet,
                                   task.of_sheet || (spreads && spreads->on == Spread::On::print),
                                   spreads && spreads->on == Spread::On::both})
                             : *same;
        area.coats = std::max(area.coats, task.round.value_or(1));
        // Chunks of one coat add up; later coats are the same again.
        if (task.round.value_or(1) == 1) area.cm2 += coatedArea(task);
    }
    return all;
}

}  // namespace tympan
