#pragma once
#include <optional>

#include "core/job/job.h"

namespace tympan {

/// How long sheets must be cut from a roll of that width so that all pieces take as few of them as the
/// longest possible (5 m) would give, to the next whole millimetre. Nothing when some piece has no room on
/// the roll at all, or when there are no pieces.
std::optional<double> lengthFromRoll(const Job& job, double width_mm);

}  // namespace tympan
