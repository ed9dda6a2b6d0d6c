#include "core/schedule/plan_search.h"

#include <algorithm>
#include <functional>
#include <queue>

#include "core/base/random.h"

namespace tympan {

namespace {

/// All sittings, that which can begin first first; `late`: how much later each is taken to be able to. What
/// must follow something that stands already goes before all others.
FoundPlan laid(const PlanProblem& problem, const std::vector<Seconds>& late) {
    const std::vector<Sitting>& sittings = problem.sittings;
    Timetable times(problem.tasks, sittings, problem.given);
    FoundPlan found;
    std::vector<std::size_t> waits(sittings.size());
    std::vector<Seconds> first(sittings.size(), -1);  // no earlier than this, as was found before
    std::vector<Seconds> latest(sittings.size());
    // Those that may go next, the soonest first. What a key says is never later than it is, since the table
    // only fills; the first whose key still holds is the one.
    using Key = std::tuple<Seconds, Seconds, Seconds, std::size_t>;
    std::priority_queue<Key, std::vector<Key>, std::greater<>> open;
    const auto keyOf = [&](std::size_t i) {
        return Key{latest[i], first[i] == no_moment ? no_moment : first[i] + late[i], -sittings[i].way_to_go,
                   i};
    };
    const auto opened = [&](std::size_t i) {
        first[i] = times.ready(i);
        open.push(keyOf(i));
    };
    for (std::size_t i = 0; i < sittings.size(); ++i) {
        waits[i] = sittings[i].after.size();
        latest[i] = times.latest(i);
        if (waits[i] == 0) opened(i);
    }
    for (std::size_t count = 0; count < sittings.size(); ++count) {
        if (open.empty()) {
            // Of a method that somebody changed: its deadlines and what comes after what go round in a
            // circle.
            const auto next = std::find(times.begins().begin(), times.begins().end(), no_moment);
            opened(static_cast<std::size_t>(next - times.begins().begin()));
        }
        std::size_t chosen = 0;
        for (;;) {
            const Key key = open.top();
            open.pop();
            chosen = std::get<3>(key);
            if (first[chosen] != no_moment) first[chosen] = times.firstFrom(chosen, first[chosen], false);
            if (keyOf(chosen) == key) break;
            open.push(keyOf(chosen));
        }
        const Seconds ready = times.ready(chosen);
        Seconds at = first[chosen];
        if (at == no_moment) {
            found.too_long.push_back(chosen);
            at = times.firstFrom(chosen, ready, true);
        } else if (at > latest[chosen]) {
            found.at_once.push_back(chosen);
            at = times.firstFrom(chosen, ready, true);
        }
        if (at == no_moment) at = ready;  // beyond the farthest day: said as what fits no hours
        times.put(chosen, at);
        for (const std::size_t next : sittings[chosen].before)
            if (--waits[next] == 0 && times.begins()[next] == no_moment) opened(next);
    }
    found.begins = times.begins();
    return found;
}

}  // namespace

std::vector<Seconds> endsOf(const PlanProblem& problem, const FoundPlan& found) {
    std::vector<Seconds> ends(problem.given.hours.size(), 0);
    for (std::size_t i = 0; i < problem.sittings.size(); ++i) {
        Seconds& end = ends[problem.given.job[problem.sittings[i].tasks.front()]];
        end = std::max(end, found.begins[i] + problem.sittings[i].length);
    }
    return ends;
}

PlanCost costOf(const PlanProblem& problem, const FoundPlan& found) {
    const std::vector<Task>& tasks = problem.tasks;
    const std::vector<Sitting>& sittings = problem.sittings;
    Seconds all_ends = 0, late = 0, sum = 0;
    const std::vector<Seconds> ends = endsOf(problem, found);
    for (std::size_t j = 0; j < ends.size(); ++j) {
        all_ends += ends[j];
        if (const auto& due = problem.given.due[j]) late += std::max<Seconds>(0, ends[j] - *due);
    }
    std::vector<std::pair<Seconds, Seconds>> hands;
    for (std::size_t i = 0; i < sittings.size(); ++i) {
        sum += found.begins[i];
        for (std::size_t k = 0; k < sittings[i].tasks.size(); ++k)
            if (tasks[sittings[i].tasks[k]].hands) {
                const Seconds from = found.begins[i] + sittings[i].offsets[k];
                hands.emplace_back(from, from + sittings[i].lengths[k]);
            }
    }
    std::sort(hands.begin(), hands.end());
    int runs = 0;
    for (std::size_t k = 0; k < hands.size(); ++k)
        runs += k == 0 || hands[k].first - hands[k - 1].second > between_sittings.count() ? 1 : 0;
    return {found.too_long.size() + found.at_once.size(), late, all_ends, runs, sum};
}

FoundPlan bestPlan(const PlanProblem& problem, const PlanLimits& limits, const Progress& progress) {
    const std::size_t count = problem.sittings.size();
    std::vector<Seconds> late(count, 0);
    FoundPlan best = laid(problem, late);
    auto least = costOf(problem, best);
    Random random(limits.seed);
    int without = 0;
    // A try takes as long as the square of a job's sittings, and gains less in a large one: of 300 pieces
    // none of sixty tries ended a minute earlier.
    const double sittings = std::max(1.0, static_cast<double>(count));
    const int most = static_cast<int>(std::min(60'000 / sittings, 60e6 / (sittings * sittings)));
    const int tried = std::min(limits.tries, most), patience = std::min(limits.patience, most / 3 + 40);
    for (int tries = 0; tries < tried && without < patience && count > 1; ++tries) {
        progress.at(static_cast<double>(tries) / tried);
        std::vector<Seconds> other = late;
        for (int changes = 1 + random.below(3); changes > 0; --changes) {
            const auto one = static_cast<std::size_t>(random.below(static_cast<int>(count)));
            other[one] = random.below(2) == 0 ? 0 : 60 * random.below(24 * 60);
        }
        const FoundPlan found = laid(problem, other);
        const auto cost = costOf(problem, found);
        without = cost < least ? 0 : without + 1;
        if (cost > least) continue;
        late = other;
        best = found;
        least = cost;
    }
    return best;
}

void putLate(const PlanProblem& problem, const std::vector<std::optional<Seconds>>& due, FoundPlan& found) {
    if (std::none_of(due.begin(), due.end(), [](const auto& each) { return each.has_value(); })) return;
    const std::vector<Task>& tasks = problem.tasks;
    const std::vector<Sitting>& sittings = problem.sittings;
    std::vector<std::size_t> order(sittings.size());
    for (std::size_t i = 0; i < order.size(); ++i) order[i] = i;
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
        return found.begins[a] + sittings[a].length > found.begins[b] + sittings[b].length;
    });
    Timetable laying(tasks, sittings, problem.given);
    for (std::size_t i = 0; i < sittings.size(); ++i) laying.put(i, found.begins[i]);
    for (const std::size_t i : order) {
        const std::optional<Seconds>& ready_by = due[problem.given.job[sittings[i].tasks.front()]];
        if (!ready_by) continue;
        Seconds latest = std::min(*ready_by - sittings[i].length, laying.latest(i));
        for (const std::size_t next : sittings[i].before)
            for (std::size_t k = 0; k < sittings[next].tasks.size(); ++k)
                for (const Tie& tie : tasks[sittings[next].tasks[k]].after) {
                    const auto mine = std::find(sittings[i].tasks.begin(), sittings[i].tasks.end(), tie.task);
                    if (mine == sittings[i].tasks.end()) continue;
                    const auto m = static_cast<std::size_t>(mine - sittings[i].tasks.begin());
                    latest = std::min(latest, found.begins[next] + sittings[next].offsets[k] -
                                                  static_cast<Seconds>(tie.least_min * 60) -
                                                  sittings[i].offsets[m] -
                                                  (tie.from_begin ? 0 : sittings[i].lengths[m]));
                }
        if (latest <= found.begins[i]) continue;
        laying.take(i);
        found.begins[i] = laying.lastUpTo(i, found.begins[i], latest);
        laying.put(i, found.begins[i]);
    }
}

}  // namespace tympan
