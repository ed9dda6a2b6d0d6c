#pragma once
#include "core/job/job.h"

namespace tympan {

// Several pictures on an object that are printed as one, where the object says so: see render/as_printed.h,
// which makes that one.

/// The pieces of each such print, as indices into the job's pieces, two or more: those on one object that one
/// method and one printer make, turned over alike. Spots and tapered sides are never printed so.
std::vector<std::vector<std::size_t>> printedAsOne(const Job& job);

/// Whether a piece is printed together with others.
bool printedWithOthers(const Job& job, const Piece& piece);

/// Of a job as it is printed: the piece that is printed for this one, perhaps itself. Nullptr when there is
/// none.
const Piece* printedFor(const Job& printed, int piece);
/// Of any job: the picture with this id, also when another piece is printed for it.
const Piece* pictureOf(const Job& job, int piece);

}  // namespace tympan
