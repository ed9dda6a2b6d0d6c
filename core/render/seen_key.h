#pragma once
#include "core/base/key.h"
#include "core/job/job.h"

namespace tympan {

/// Everything that the finished object under a piece looks like depends on: the object, all pieces on it, and
/// those whose tone is judged with theirs. Ids, names, notes and how many are printed do not count, so equal
/// pieces have equal keys; whatever else there is does.
Key seenKeyOf(const Job& job, const Piece& piece);

}  // namespace tympan
