#pragma once
#include "core/layout/imposition.h"

namespace tympan {

/// Lays whole pieces into what sheets of a parted print leave free, the largest first, each clear of marks
/// and of its neighbours by the gap for scissors. Returns those that found no room. `sheets` are of the same
/// method and printer as the pieces.
std::vector<PlacedRegion> laidIntoRemainders(const Job& job, const PixelGrid& grid,
                                             std::vector<PlacedRegion> parts, std::vector<Sheet*>& sheets);

}  // namespace tympan
