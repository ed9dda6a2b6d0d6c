#pragma once
#include "core/schedule/task.h"

namespace tympan {

/// What of the work is more than a day holds, with the ways out: a step on one copy, all its rounds together.
/// `day_min`: minutes of hands that a day has at most.
std::vector<Text> longerThanADay(const WorkOrder& order, const std::vector<Task>& tasks, double day_min);

}  // namespace tympan
