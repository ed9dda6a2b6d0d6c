#pragma once
#include <string>

#include "core/schedule/plan.h"

namespace tympan {

/// A plan as JSON: its steps with times and what they come after, when each object may be handled, washed and
/// sent, what it assumes, and what cannot be. Times are ISO 8601 with the zone's offset.
std::string jsonOf(const Plan& plan, const WorkOrder& order, const Conditions& conditions);

}  // namespace tympan
