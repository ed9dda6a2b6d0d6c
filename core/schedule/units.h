#pragma once
#include "core/schedule/task.h"

namespace tympan {

/// What stands before an object's id in the ids of its own tasks: "o3.1.sand".
inline constexpr char objectPrefix = 'o';

/// Units in portions of no more minutes than `most`, at least one in each.
std::vector<std::vector<WorkUnit>> chunksOf(const std::vector<WorkUnit>& units, double minutes_of_unit,
                                            double most);

/// What units are called in ids: "2.1", "2.1-4", "2.1p3" for a part, "o3.1-12" for the object alone, "2.3~2"
/// for a second attempt.
std::string keyOf(const std::vector<WorkUnit>& units, int object, int attempt);

}  // namespace tympan
