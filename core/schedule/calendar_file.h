#pragma once
#include <string>

#include "core/base/language.h"
#include "core/schedule/plan.h"

namespace tympan {

/// A plan for a calendar (RFC 5545): an event for each run of work, with what is done in it, and an alarm
/// some minutes before. Times are in UTC, which every calendar shows as its own. The same plan gives the same
/// text, and a plan made anew changes the events of the one before.
std::string calendarOf(const Plan& plan, const WorkOrder& order, const Conditions& conditions,
                       const Language& say);

}  // namespace tympan
