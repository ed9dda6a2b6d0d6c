#pragma once
#include <filesystem>

#include "core/base/language.h"
#include "core/base/progress.h"
#include "core/job/job.h"

namespace tympan {

/// The largest part of a print that a proof shows.
inline constexpr SizeMm proof_mm{100, 150};

/// One page with the same part of a print at true size, made larger in several ways, side by side: to print
/// and judge before much paper is used. The right way round; for looking at, not for transfer. `spot`: its
/// middle, in parts of the print, finished frame. Throws Error (output, stopped; input when there is no
/// room).
void writeProofStrip(const Language& say, const std::filesystem::path& file, const Job& job,
                     const Piece& piece, const PointMm& spot, const std::vector<Engine>& engines,
                     const Progress& progress = {});

}  // namespace tympan
