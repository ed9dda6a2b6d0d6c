#pragma once
#include "core/schedule/work_order.h"

namespace tympan {

/// What must be known of pieces that are larger than their medium stays wet for: what is spread first dries
/// before the last is. With the ways out; nothing is parted silently.
std::vector<Text> largerThanOpenTime(const WorkOrder& order);

}  // namespace tympan
