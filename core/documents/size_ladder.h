#pragma once
#include <filesystem>

#include "core/base/language.h"
#include "core/base/progress.h"
#include "core/job/job.h"

namespace tympan {

/// One picture in several widths, the right way round, cut as its edge says, each with its size: to hold
/// against a fragile object and choose. At true size on as many pages as it takes. Throws Error (output,
/// stopped; input when a size does not fit the page).
void writeSizeLadder(const Language& say, const std::filesystem::path& file, const Job& job,
                     const Piece& piece, const std::vector<double>& widths_mm, const Progress& progress = {});

/// `count` widths from one to another, each the same part larger than the one before.
std::vector<double> ladder(double smallest_mm, double largest_mm, int count);

}  // namespace tympan
