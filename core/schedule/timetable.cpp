#include "core/schedule/timetable.h"

#include <algorithm>

namespace tympan {

namespace {

std::optional<std::pair<Seconds, Seconds>> overlapping(const TimeSpans& spans, Seconds from, Seconds to) {
    for (const auto& span : spans)
        if (span.first < to && from < span.second) return span;
    return {};
}

void erase(TimeSpans& spans, Seconds from, Seconds to) {
    if (const auto found = std::find(spans.begin(), spans.end(), std::pair{from, to}); found != spans.end())
        spans.erase(found);
}

}  // namespace

Timetable::Timetable(const std::vector<Task>& tasks, const std::vector<Sitting>& sittings, const Given& given)
    : tasks_(tasks),
      sittings_(sittings),
      given_(given),
      begins_(sittings.size(), no_moment),
      place_(given.fixed) {
    for (const Place place : {Place::oven, Place::press, Place::printer}) loads_[place].resize(1);
    // A place that is not there is said, and planned as if it were.
    for (const auto& [place, room] : given.room)
        loads_[place].resize(static_cast<std::size_t>(std::max(1, room)));
    for (std::size_t i = 0; i < tasks.size(); ++i)
        if (place_[i].first != no_moment && !given.over[i])
            occupy(tasks[i], place_[i].first, place_[i].second);
}

void Timetable::occupy(const Task& task, Seconds from, Seconds to) {
    if (task.takesHands()) hands_.add(from, to);
    if (task.wet) faces_[{task.thing, task.thing_face}].wet.emplace_back(from, to);
    if (task.thing != 0 && task.place == Place::oven)
        faces_[{task.thing, task.thing_face}].in_oven.emplace_back(from, to);
    if (const auto below = lyingOn(task.thing_face); task.lies && below)
        faces_[{task.thing, *below}].lain_on.emplace_back(from, to);
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
        const Seconds free = lane.freeFrom(from, to - from);
        if (free == from) return {};
        until = until ? std::min(*until, free) : free;
    }
    return until;
}

/// What keeps a side from being tacky then, or from being lain on; nothing when nothing does.
std::optional<std::pair<Seconds, Seconds>> Timetable::faceTaken(const Task& task, Seconds from,
                                                                Seconds to) const {
    const auto use = [&](Face face) {
        const auto found = faces_.find({task.thing, face});
        return found == faces_.end() ? nullptr : &found->second;
    };
    if (task.wet)
        if (const FaceUse* own = use(task.thing_face))
            if (const auto taken = overlapping(own->lain_on, from, to)) return taken;
    if (const auto below = lyingOn(task.thing_face); task.lies && below)
        if (const FaceUse* other = use(*below))
            if (const auto taken = overlapping(other->wet, from, to)) return taken;
    // What is wet on one side does not go into the oven for another.
    if (task.thing != 0 && (task.wet || task.place == Place::oven))
        for (const auto& [where, used] : faces_) {
            if (where.first != task.thing || where.second == task.thing_face) continue;
            if (task.place == Place::oven)
                if (const auto taken = overlapping(used.wet, from, to)) return taken;
            if (task.wet)
                if (const auto taken = overlapping(used.in_oven, from, to)) return taken;
        }
    return {};
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
    const auto [rest, over] = restOf(s);
    hands_.add(at + rest, at + over);
}

std::pair<Seconds, Seconds> Timetable::restOf(const Sitting& s) const {
    Seconds work = 0, end = 0;
    for (std::size_t k = 0; k < s.tasks.size(); ++k) {
        if (!tasks_[s.tasks[k]].hands) continue;
        work += s.lengths[k];
        end = std::max(end, s.offsets[k] + s.lengths[k]);
    }
    const double rest = given_.rest.empty() ? 0 : given_.rest[given_.job[s.tasks.front()]];
    return {end, end + static_cast<Seconds>(rest * static_cast<double>(work))};
}

void Timetable::take(std::size_t sitting) {
    const auto [rest, over] = restOf(sittings_[sitting]);
    hands_.remove(begins_[sitting] + rest, begins_[sitting] + over);
    for (const std::size_t i : sittings_[sitting].tasks) {
        const auto& [from, to] = place_[i];
        if (tasks_[i].takesHands()) hands_.remove(from, to);
        if (tasks_[i].wet) erase(faces_[{tasks_[i].thing, tasks_[i].thing_face}].wet, from, to);
        if (tasks_[i].thing != 0 && tasks_[i].place == Place::oven)
            erase(faces_[{tasks_[i].thing, tasks_[i].thing_face}].in_oven, from, to);
        if (const auto below = lyingOn(tasks_[i].thing_face); tasks_[i].lies && below)
            erase(faces_[{tasks_[i].thing, *below}].lain_on, from, to);
        if (const auto lanes = loads_.find(tasks_[i].place); lanes != loads_.end())
            for (Busy& lane : lanes->second)
                if (lane.remove(from, to)) break;
        place_[i] = {no_moment, no_moment};
    }
}

std::pair<const std::pair<Seconds, Seconds>*, const std::pair<Seconds, Seconds>*> Timetable::hoursAt(
    std::size_t task, Seconds at) const {
    const TimeSpans& free = given_.hours[given_.job[task]];
    const auto next = std::upper_bound(free.begin(), free.end(), std::pair{at, no_moment});
    return {next == free.begin() ? nullptr : &*std::prev(next), next == free.end() ? nullptr : &*next};
}

/// The moment itself when nothing is in the way, else the next one to try.
Seconds Timetable::conflictAt(const Sitting& s, Seconds at, bool any_hours) const {
    for (std::size_t k = 0; k < s.tasks.size(); ++k) {
        const Task& task = tasks_[s.tasks[k]];
        const Seconds from = at + s.offsets[k], to = from + s.lengths[k];
        if (task.takesHands() && !any_hours) {
            const auto [within, next] = hoursAt(s.tasks[k], from);
            if (!within || within->second < to) return next ? next->first - s.offsets[k] : no_moment;
        }
        if (task.takesHands())
            if (const Seconds free = hands_.freeFrom(from, to - from); free != from)
                return free - s.offsets[k];
        if (const auto until = placeTakenUntil(task, from, to)) return *until - s.offsets[k];
        if (const auto taken = faceTaken(task, from, to)) return taken->second - s.offsets[k];
    }
    const auto [rest, over] = restOf(s);
    if (over > rest)
        if (const Seconds free = hands_.freeFrom(at + rest, over - rest); free != at + rest)
            return free - rest;
    return at;
}

/// The next moment to try before one at which something is in the way.
Seconds Timetable::earlierThan(const Sitting& s, Seconds at) const {
    Seconds best = at - 60;
    for (std::size_t k = 0; k < s.tasks.size(); ++k) {
        const Seconds from = at + s.offsets[k], to = from + s.lengths[k], whole = s.offsets[k] + s.lengths[k];
        if (const auto taken = faceTaken(tasks_[s.tasks[k]], from, to))
            best = std::min(best, taken->first - whole);
        if (!tasks_[s.tasks[k]].takesHands()) continue;
        const auto* within = hoursAt(s.tasks[k], from).first;
        if (!within) return -no_moment;
        if (within->second < to) best = std::min(best, within->second - whole);
        if (const auto taken = hands_.over(from, to)) best = std::min(best, taken->first - whole);
    }
    const auto [rest, over] = restOf(s);
    if (const auto taken = hands_.over(at + rest, at + over)) best = std::min(best, taken->first - over);
    return best;
}

}  // namespace tympan
