#pragma once
#include <optional>
#include <string>
#include <vector>

#include "core/base/key.h"
#include "core/base/progress.h"
#include "core/inspect/findings.h"
#include "core/inspect/solids.h"

namespace tympan {

/// What the pixels of a piece say, all but its lettering (reading.h).
struct Look {
    std::vector<Finding> findings;
    std::vector<SolidArea> solids;
    std::vector<ArtworkParts> faces;
    double ink_coverage = 0;
    std::optional<double> finest_line_mm;
};

/// Looks at a piece: its tone at no more than 150 pixels an inch, lines at 300, the picture itself, and the
/// finished face. Pure; under a second and a half for 24 megapixels. Throws Error (stopped, input).
Look lookAt(const Job& job, const Piece& piece, const Progress& progress = {});

/// Everything that a look and a reading of a piece depend on: while it stays, so do they.
Key lookKeyOf(const Job& job, const Piece& piece);

/// The findings of the job itself and, one piece after the other, of its pixels and lettering: all of them.
std::vector<Finding> everyFinding(const Job& job, const Progress& progress = {});

}  // namespace tympan
