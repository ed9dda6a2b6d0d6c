#pragma once
#include <tuple>

#include "core/schedule/timetable.h"

namespace tympan {

/// What a search for a plan looks at; times are seconds from the plan's start.
struct PlanProblem {
    const std::vector<Task>& tasks;
    std::vector<Sitting> sittings;
    const Given& given;
};

/// When each sitting begins.
struct FoundPlan {
    std::vector<Seconds> begins;
    std::vector<std::size_t> too_long;  ///< sittings for which no free stretch is long enough
    std::vector<std::size_t> at_once;   ///< that cannot wait for free hours
};

/// When the last sitting of each job ends; 0 where a job has none.
std::vector<Seconds> endsOf(const PlanProblem& problem, const FoundPlan& found);
/// How good it is, smaller is better: what could not be, how long after they are due jobs are ready, the sum
/// of their ends, the runs of work, the sum of all begins.
using PlanCost = std::tuple<std::size_t, Seconds, Seconds, int, Seconds>;
PlanCost costOf(const PlanProblem& problem, const FoundPlan& found);

/// The best that seeded changes to the order find. Throws Error (stopped).
FoundPlan bestPlan(const PlanProblem& problem, const PlanLimits& limits, const Progress& progress);

/// Of jobs that are named a time: everything as late as it can be and still be ready by it, the last first.
void putLate(const PlanProblem& problem, const std::vector<std::optional<Seconds>>& due, FoundPlan& found);

}  // namespace tympan
