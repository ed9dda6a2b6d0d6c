#pragma once
#include "core/schedule/plan.h"

namespace tympan::tests {

inline const TimeZone lisbon("Europe/Lisbon");
inline const std::string evenings = "Mo-Fr 18:00-21:30; Sa,Su 10:00-19:00";

/// A piece of 80 x 60 mm by each method, each on a plate of its own.
Job jobWith(const std::vector<std::string>& methods, int copies = 1);

Conditions conditionsFrom(const std::string& start, const std::string& hours = evenings);

Plan planned(const Job& job, const Conditions& conditions, const PlanLimits& limits = {});

/// What a person could not follow in a plan; looks at times alone, at nothing of how they were found. Empty:
/// it can be followed.
std::string faultOf(const Plan& plan, const Conditions& conditions);

/// When the task with this id ends, or begins. Throws std::logic_error when there is none.
Moment endOf(const Plan& plan, const std::string& id);
Moment beginOf(const Plan& plan, const std::string& id);
/// All tasks of a step, in their order in time.
std::vector<std::size_t> ofStep(const Plan& plan, const std::string& step);

}  // namespace tympan::tests
