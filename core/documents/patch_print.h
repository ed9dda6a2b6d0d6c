#pragma once
#include <filesystem>

#include "core/base/language.h"
#include "core/base/progress.h"
#include "core/layout/imposition.h"

namespace tympan {

/// How large a patch may be.
inline constexpr double least_patch_mm = 20, most_patch_mm = 120;

/// Which box of a print a patch is, finished frame: a square of `side_mm` about `spot` (parts of the print),
/// moved to lie within it, and no larger than it.
RectPx patchBox(const PrintGeometry& print, const PointMm& spot, double side_mm);

/// One spot of a piece again, to mend a hole or a gap: as it was printed, at true size, its surroundings
/// faint, to line it up by; short lines where it is cut out. `side_mm` is brought into its range. Throws
/// Error (input) when the paper is too small for it; Error (stopped, output).
void writePatch(const Language& say, const std::filesystem::path& file, const Job& job,
                const Imposition& imposition, std::size_t print, const PointMm& spot, double side_mm,
                const Progress& progress = {});

}  // namespace tympan
