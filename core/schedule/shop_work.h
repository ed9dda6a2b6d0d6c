#pragma once
#include "core/schedule/task.h"

namespace tympan {

/// What it takes to get sheets from a shop: proofs, if they are wanted, of which one is chosen; the order;
/// the way there once they are printed. The sheets' first piece says the shop's terms. The last task that is
/// added is the one after which the sheets are there.
void addShopWork(std::vector<Task>& tasks, const WorkOrder& order,
                 const std::vector<const OrderedSheet*>& sheets);

/// What must be known before: that nobody has said how long a shop takes.
std::vector<Text> unknownLeadTimes(const WorkOrder& order);

}  // namespace tympan
