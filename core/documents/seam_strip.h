#pragma once
#include <filesystem>

#include "core/base/language.h"
#include "core/base/progress.h"
#include "core/layout/imposition.h"

namespace tympan {

/// The stretch of a print's seams that would be seen most.
struct WorstStretch {
    std::size_t seam = 0;  ///< of its plan
    bool down = false;     ///< the seam runs down
    int from = 0, to = 0;  ///< along it, pixels of the print frame
    int across = 0;        ///< where it lies there
};
/// Nothing of a print on one sheet. Throws Error (stopped, input).
std::optional<WorstStretch> worstStretch(const Job& job, const Imposition& imposition, std::size_t print,
                                         const Progress& progress = {});

/// The spot with the finest detail, in parts of the print, finished frame.
PointMm finestSpot(const Job& job, const Piece& piece, const Progress& progress = {});

/// One page to try joining and laying with, before much paper is used: the stretch of seam that would be seen
/// most, on both sides of it, to be cut and joined; and the finest detail, whole. As they will be printed, at
/// true size. Throws Error (input) for a print on one sheet, and for a paper too small; Error (stopped,
/// output).
void writeSeamStrip(const Language& say, const std::filesystem::path& file, const Job& job,
                    const Imposition& imposition, std::size_t print, const Progress& progress = {});

}  // namespace tympan
