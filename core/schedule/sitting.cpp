#include "core/schedule/sitting.h"

#include <algorithm>
#include <cmath>

namespace tympan {

namespace {

Seconds secondsOf(double minutes) { return static_cast<Seconds>(std::ceil(minutes * 60 - 1e-6)); }

}  // namespace

std::vector<Sitting> sittingsOf(const std::vector<Task>& tasks, bool least, Seconds longest,
                                const std::vector<bool>& fixed) {
    constexpr std::size_t none = static_cast<std::size_t>(-1);
    std::vector<Sitting> sittings;
    std::vector<std::size_t> of(tasks.size(), none), at(tasks.size());
    for (std::size_t i = 0; i < tasks.size(); ++i) {
        if (!fixed.empty() && fixed[i]) continue;
        const Task& task = tasks[i];
        const Seconds length = secondsOf(!task.hands && least ? task.least_min : task.usual_min);
        const auto offsetIn = [&](std::size_t sitting) {
            Seconds offset = 0;
            for (const Tie& tie : task.after) {
                if (of[tie.task] != sitting) continue;
                const std::size_t k = at[tie.task];
                const Seconds from =
                    sittings[sitting].offsets[k] + (tie.from_begin ? 0 : sittings[sitting].lengths[k]);
                // What is held for a time is held for the usual one.
                const Seconds held = tie.from_begin ? sittings[sitting].lengths[k] : 0;
                offset = std::max({offset, from + secondsOf(tie.least_min), from + held});
            }
            return offset;
        };
        std::optional<std::size_t> joins;
        for (const Tie& tie : task.after) {
            const std::size_t other = of[tie.task];
            const bool straight_on = task.straight_on && &tie == &task.after.back();
            if (other == none || (!tie.most_min && !straight_on)) continue;
            if (tie.most_min || offsetIn(other) + length <= longest) joins = other;
        }
        if (!joins) {
            joins = sittings.size();
            sittings.emplace_back();
        }
        Sitting& sitting = sittings[*joins];
        const Seconds offset = offsetIn(*joins);
        of[i] = *joins;
        at[i] = sitting.tasks.size();
        sitting.tasks.push_back(i);
        sitting.offsets.push_back(offset);
        sitting.lengths.push_back(length);
        sitting.length = std::max(sitting.length, offset + sitting.lengths.back());
        for (const Tie& tie : task.after)
            if (of[tie.task] != *joins && of[tie.task] != none) {
                sitting.after.push_back(of[tie.task]);
                sittings[of[tie.task]].before.push_back(*joins);
            }
    }
    for (std::size_t i = sittings.size(); i-- > 0;) {
        Seconds rest = 0;
        for (const std::size_t next : sittings[i].before) rest = std::max(rest, sittings[next].way_to_go);
        sittings[i].way_to_go = sittings[i].length + rest;
    }
    return sittings;
}

void Busy::add(Seconds from, Seconds to) {
    if (from >= to) return;
    longest_ = std::max(longest_, to - from);
    overlap_ = overlap_ || over(from, to).has_value();
    const std::pair one{from, to};
    taken_.insert(std::lower_bound(taken_.begin(), taken_.end(), one), one);
}

bool Busy::remove(Seconds from, Seconds to) {
    const std::pair one{from, to};
    const auto found = std::lower_bound(taken_.begin(), taken_.end(), one);
    if (found == taken_.end() || *found != one) return false;
    taken_.erase(found);
    return true;
}

std::optional<std::pair<Seconds, Seconds>> Busy::over(Seconds from, Seconds to) const {
    auto next = std::lower_bound(taken_.begin(), taken_.end(), std::pair{to, to});
    // They may overlap each other: one that begins earlier may end later, but none lasts longer than the
    // longest.
    std::optional<std::pair<Seconds, Seconds>> found;
    while (next != taken_.begin()) {
        --next;
        if (next->first + longest_ <= from || (!overlap_ && next->second <= from)) break;
        if (next->second > from) found = *next;
    }
    return found;
}

Seconds Busy::freeFrom(Seconds from, Seconds length) const {
    const auto first = over(from, from + length);
    if (!first) return from;
    Seconds at = first->second;
    for (auto next = std::lower_bound(taken_.begin(), taken_.end(), *first);
         next != taken_.end() && next->first < at + length; ++next)
        at = std::max(at, next->second);
    return at;
}

}  // namespace tympan
