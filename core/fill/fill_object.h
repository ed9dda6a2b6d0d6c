#pragma once
#include <functional>

#include "core/base/progress.h"
#include "core/job/job.h"

namespace tympan {

/// What came of filling an object.
struct Filled {
    Job job;
    std::vector<int> without_room;  ///< pieces that found no place: they lie as they did
    std::vector<int> cut_into;      ///< pieces whose faces or care zones are cut by their cells
    double scale = 1;               ///< packed, scattered: of their sizes before
};

/// When a search for places ends.
struct FillLimits {
    double seconds = 6;
    long moves = 0;  ///< if not 0: of each attempt, whatever time that takes (see NestLimits)
};

/// Lays the pieces of an object anew, as `filling` says, which is kept with it; edges, holes, keep-outs and
/// margins hold, and pieces that are locked stay.
///
/// Packed: all in the same proportion to each other as they have now, as large as is found; then, where sizes
/// may differ, one or the other larger. Scattered: at their sizes (smaller where they would not fit), here
/// and there, farther apart than they must. Patchwork: each in a cell of its own, cropped to that.
///
/// `better` is told of each better way, from the calling thread; a packing goes on until its time is up, or
/// it is stopped: then the best so far. An object with fewer than two pieces that may move, a spot, or one
/// round a tin is left as it is.
Filled fillObject(const Job& job, int object, const Filling& filling, const FillLimits& limits = {},
                  const std::function<void(const Job&)>& better = {}, const Progress& progress = {});

/// Two pictures on one object change places: in a patchwork their cells; else each becomes as large as goes
/// where the other lay, in its own shape.
Job withPicturesSwapped(Job job, int first, int second);

/// Whether an object can be filled.
bool canBeFilled(const Job& job, int object);

/// What of a picture should stay upright, and whole: care zones and faces in any case, words where it can be.
struct Subjects {
    std::vector<ArtworkParts> keep, words;
};
/// Looks at its reduced copy, once.
Subjects subjectsOf(const Piece& piece);

}  // namespace tympan
