#pragma once
#include <optional>
#include <set>
#include <string>

#include "core/schedule/plan.h"

namespace tympan::app {

/// What the strip shows of a plan.
struct Strip {
    WorkOrder order;
    Plan plan;
    std::set<std::string> done;
    FreeHours hours;
    TimeZone zone;
    std::optional<Moment> due;
    std::string now_task;  ///< what is before one's hands; empty before it is begun
};

}  // namespace tympan::app
