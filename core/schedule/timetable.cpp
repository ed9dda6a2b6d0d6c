#include "core/schedule/timetable.h"

#include <algorithm>

namespace tympan {

Timetable::Timetable(const std::vector<Task>& tasks, const std::vector<Sitting>& sittings,
                     const TimeSpans& free, const Given& given)
    : tasks_(tasks),
      sittings_(sittings),
      free_(free),
      given_(given),
      begins_(sittings.size(), no_moment),
      place_(given.fixed) {
    for (const Place place : {Place::oven, Place::press, Place::printer}) loads_[place].resize(1);
    // A place that is not there is said, and planned as if it were.
    for (const auto& [place, room] : given.room)
        loads_[place].resize(static_cast<std::size_t>(std::max(1, room)));
    for (const auto& [from, to] : given.taken) hands_.add(from, to);
    for (std::size_t i = 0; i < tasks.size(); ++i)
        if (place_[i].first != no_moment && !given.over[i])
            occupy(tasks[i], place_[i].first, place_[i].second);
}

void Timetable::occupy(const Task& task, Seconds from, Seconds to) {
    if (task.takesHands()) hands_.add(from, to);
    const auto lanes = loads_.find(task.place);
    if (lanes == loads_.end()) return;
    for (Busy& lane : lanes->second)
        if (!lane.over(from, to)) {
            lane.add(from, to);
            return;
        }
    lanes->second.front().add(from, to);
}

/// Until when there is no room for it in its place; nothing when there is.
std::optional<Seconds> Timetable::placeTakenUntil(const Task& task, Seconds from, Seconds to) const {
    const auto lanes = loads_.find(task.place);
    if (lanes == loads_.end()) return {};
    std::optional<Seconds> until;
    for (const Busy& lane : lanes->second) {
        const auto taken = lane.over(from, to);
        if (!taken) return {};
        until = until ? std::min(*until, taken->second) : taken->second;
    }
    return until;
}

Seconds Timetable::ready(std::size_t sitting) const {
    const Sitting& s = sittings_[sitting];
    Seconds at = 0;
    for (std::size_t k = 0; k < s.tasks.size(); ++k) {
        at = std::max(at, given_.earliest[s.tasks[k]] - s.offsets[k]);
        for (const Tie& tie : tasks_[s.tasks[k]].after)
            if (const auto& [from, to] = place_[tie.task]; from != no_moment)
                at = std::max(at, (tie.from_begin ? from : to) + static_cast<Seconds>(tie.least_min * 60) -
                                      s.offsets[k]);
    }
    return at;
}

Seconds Timetable::latest(std::size_t sitting) const {
    const Sitting& s = sittings_[sitting];
    Seconds at = no_moment;
    for (std::size_t k = 0; k < s.tasks.size(); ++k)
        for (const Tie& tie : tasks_[s.tasks[k]].after)
            if (const auto& [from, to] = given_.fixed[tie.task]; tie.most_min && from != no_moment)
                at = std::min(at, (tie.from_begin ? from : to) + static_cast<Seconds>(*tie.most_min * 60) -
                                      s.offsets[k]);
    return at;
}

Seconds Timetable::firstFrom(std::size_t sitting, Seconds from, bool any_hours) const {
    for (Seconds at = from; at < farthest;) {
        const Seconds next = conflictAt(sittings_[sitting], at, any_hours);
        if (next == at) return at;
        at = next;
    }
    return no_moment;
}

Seconds Timetable::lastUpTo(std::size_t sitting, Seconds earliest, Seconds latest) const {
    const Sitting& s = sittings_[sitting];
    for (Seconds at = latest; at > earliest; at = earlierThan(s, at))
        if (conflictAt(s, at, false) == at) return at;
    return earliest;
}

void Timetable::put(std::size_t sitting, Seconds at) {
    begins_[sitting] = at;
    const Sitting& s = sittings_[sitting];
    for (std::size_t k = 0; k < s.tasks.size(); ++k) {
        const Task& task = tasks_[s.tasks[k]];
        const Seconds from = at + s.offsets[k], to = from + s.lengths[k];
        place_[s.tasks[k]] = {from, to};
        occupy(task, from, to);
    }
}

void Timetable::take(std::size_t sitting) {
    for (const std::size_t i : sittings_[sitting].tasks) {
        const auto& [from, to] = place_[i];
        if (tasks_[i].takesHands()) hands_.remove(from, to);
        if (const auto lanes = loads_.find(tasks_[i].place); lanes != loads_.end())
            for (Busy& lane : lanes->second)
                if (lane.remove(from, to)) break;
        place_[i] = {no_moment, no_moment};
    }
}

/// The moment itself when nothing is in the way, else the next one to try.
Seconds Timetable::conflictAt(const Sitting& s, Seconds at, bool any_hours) const {
    for (std::size_t k = 0; k < s.tasks.size(); ++k) {
        const Task& task = tasks_[s.tasks[k]];
        const Seconds from = at + s.offsets[k], to = from + s.lengths[k];
        if (task.takesHands() && !any_hours) {
            const auto next = std::upper_bound(free_.begin(), free_.end(), std::pair{from, no_moment});
            if (next == free_.begin() || std::prev(next)->second < to)
                return next == free_.end() ? no_moment : next->first - s.offsets[k];
        }
        if (task.takesHands())
            if (const auto taken = hands_.over(from, to)) return taken->second - s.offsets[k];
        if (const auto until = placeTakenUntil(task, from, to)) return *until - s.offsets[k];
    }
    return at;
}

/// The next moment to try before one at which something is in the way.
Seconds Timetable::earlierThan(const Sitting& s, Seconds at) const {
    Seconds best = at - 60;
    for (std::size_t k = 0; k < s.tasks.size(); ++k) {
        if (!tasks_[s.tasks[k]].takesHands()) continue;
        const Seconds from = at + s.offsets[k], to = from + s.lengths[k], whole = s.offsets[k] + s.lengths[k];
        const auto next = std::upper_bound(free_.begin(), free_.end(), std::pair{from, no_moment});
        if (next == free_.begin()) return -no_moment;
        if (std::prev(next)->second < to) best = std::min(best, std::prev(next)->second - whole);
        if (const auto taken = hands_.over(from, to)) best = std::min(best, taken->first - whole);
    }
    return best;
}

}  // namespace tympan
