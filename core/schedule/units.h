#pragma once
#include <functional>

#include "core/schedule/task.h"

namespace tympan {

/// What stands before an object's id in the ids of its own tasks: "o3.1.sand".
inline constexpr char objectPrefix = 'o', sheetPrefix = 's';

/// Large units as patches of about a sheet of A4, which are rubbed or sanded one after the other.
std::vector<WorkUnit> patchesOf(const std::vector<WorkUnit>& units,
                                const std::function<double(const WorkUnit&)>& area_cm2);

/// Units in portions of no more minutes than `most`, at least one in each.
std::vector<std::vector<WorkUnit>> chunksOf(const std::vector<WorkUnit>& units, double minutes_of_unit,
                                            double most);

/// What units are called in ids: "2.1", "2.1-4", "2.1p3" for a part, "o3.1-12" for the object alone, "s1-3"
/// for whole sheets, "2.3~2" for a second attempt.
std::string keyOf(const std::vector<WorkUnit>& units, int object, int attempt);

/// What a task on whole sheets is about: the copies that lie on them, the sheets' names, and the object where
/// all is for one.
void putOnSheets(Task& task, const WorkOrder& order, const std::vector<const OrderedSheet*>& sheets);

}  // namespace tympan
