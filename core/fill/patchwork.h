#pragma once
#include <cstdint>
#include <vector>

#include "core/base/progress.h"
#include "core/measure/outline.h"
#include "core/measure/parts.h"

namespace tympan {

/// A picture of a patchwork.
struct PatchPicture {
    double aspect = 1;               ///< width to height
    double share = 1;                ///< of the room, beside the others'
    std::vector<ArtworkParts> keep;  ///< what should stay whole: faces, care zones; parts of the picture
    std::vector<ArtworkParts> rather = {};  ///< what had better stay whole: words
};

/// Where it comes to lie: its cell, and the picture behind it, which reaches over all of it.
struct Patch {
    Outline cell;
    PointMm middle;
    SizeMm size;
    bool whole = true;        ///< all that should stay whole is in the cell
    bool words_whole = true;  ///< no word is cut
};

/// Parts a room into a cell for each picture, areas in proportion to their shares, `joint_mm` apart. Of some
/// ways that a seed gives, the one that keeps most whole, and then leaves out least of the pictures.
/// Deterministic; room: tidy, mm. Throws Error (stopped).
std::vector<Patch> patchwork(const Outline& room, const std::vector<PatchPicture>& pictures, double joint_mm,
                             std::uint64_t seed, const Progress& progress = {});

/// The picture behind a cell: as small as covers it, and where what should stay whole does.
Patch patchIn(const Outline& cell, const PatchPicture& picture);

}  // namespace tympan
