#pragma once
#include "core/schedule/task.h"

namespace tympan {

/// The tasks with what is true of ovens. Sides of one thing that go through the same steps in an oven go in
/// together, once all of them are laid: a can stands while both its sides are wet. A front and its back do
/// not, since a board lies on one of them. And nothing varnished goes into an oven: whatever is finished on a
/// thing, on any of its sides, comes after every oven that the thing goes through; a chain keeps its own
/// order, which its method gives.
std::vector<Task> withOvens(std::vector<Task> tasks, const WorkOrder& order);

}  // namespace tympan
