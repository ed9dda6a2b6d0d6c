#pragma once
#include <optional>

#include "core/base/progress.h"
#include "core/job/job.h"

namespace tympan {

/// How much of a roll of that width all prints of a job take, mm, rounded up: laid on it as on sheets that
/// are as long as paper may be (5 m), copies beside each other, with 15 mm for marks and bare edges at
/// either end, and longer bare stretches cut out. Nothing when some piece has no room on it, or when there
/// are none. Throws Error (stopped).
std::optional<double> lengthOnRoll(const Job& job, double width_mm, const Progress& progress = {});

}  // namespace tympan
