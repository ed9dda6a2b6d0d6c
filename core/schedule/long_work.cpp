#include "core/schedule/long_work.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <tuple>

namespace tympan {

namespace {

// A guess of ours: nobody rubs for longer in a day, whatever hours are free.
constexpr double most_of_a_day_min = 8 * 60;

Text waysOut(Work work) {
    switch (work) {
        case Work::rub:
        case Work::soak:
            return Text("Thinner paper needs fewer rounds; or get help, or make the picture smaller");
        default:
            return Text("Get help, or make the picture smaller");
    }
}

}  // namespace

std::vector<Text> longerThanADay(const WorkOrder& order, const std::vector<Task>& tasks, double day_min) {
    const double most_min = std::min(day_min, most_of_a_day_min);
    struct Long {
        double minutes = 0;
        const Task* first = nullptr;
    };
    std::map<std::tuple<int, int, std::string>, Long> of_copies;
    for (const Task& task : tasks) {
        if (!task.hands || task.gate || task.of_sheet || task.units.empty()) continue;
        const std::vector<int> copies = copiesOf(task);
        for (const int copy : copies) {
            Long& sum = of_copies[{task.units.front().piece, copy, task.step}];
            sum.minutes += task.usual_min / static_cast<double>(copies.size());
            if (!sum.first) sum.first = &task;
        }
    }
    std::vector<Text> notes;
    for (const auto& [of, sum] : of_copies) {
        const auto& [piece, copy, step] = of;
        const OrderedPiece* ordered = findPiece(order, piece);
        if (sum.minutes <= most_min || copy > 1 || !ordered) continue;
        notes.push_back(
            Text("{name}: \"{step}\" takes about {hours} hours in all (our estimate), more than a day holds. "
                 "{ways}",
                 {{"name", ordered->name},
                  {"step", Text::catalogued(shortName(sum.first->details))},
                  {"hours", Rounded{std::round(sum.minutes / 60), 0}},
                  {"ways", waysOut(sum.first->work)}}));
    }
    return notes;
}

}  // namespace tympan
