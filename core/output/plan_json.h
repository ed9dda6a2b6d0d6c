#pragma once
#include <filesystem>
#include <string>

#include "core/layout/imposition.h"

namespace tympan {

/// The plan of a one-piece imposition, in the fixed shape of `tympan-cli sheets --plan`: lengths in px of the
/// print's raster and in mm (px x p, six decimals), one entry a sheet.
std::string planJson(const Imposition& imposition);

void writePlan(const std::filesystem::path& file, const Imposition& imposition);

}  // namespace tympan
