#pragma once
#include <filesystem>
#include <string>

#include "core/layout/imposition.h"

namespace tympan {

/// The plan of an imposition in the fixed shape of `tympan-cli sheets --plan`: lengths in px of a print's
/// raster and in mm (px x p, six decimals). Of one piece, flat: one entry a region. Of several, "pieces" say
/// what is printed of each, and each sheet has its "parts". "empty" names the parts on which nothing is
/// inked, where there are any: they are on no sheet, and part the print with those that are.
std::string planJson(const Job& job, const Imposition& imposition);

void writePlan(const std::filesystem::path& file, const Job& job, const Imposition& imposition);

}  // namespace tympan
