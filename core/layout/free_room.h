#pragma once
#include <optional>
#include <vector>

#include "core/measure/geometry.h"

namespace tympan {

/// The top left corner of a free place for a box of `size` inside `area`, clear of every obstacle; the
/// highest such place, then the leftmost. Nothing when there is none. All in mm of the page.
std::optional<PointMm> findRoom(const RectMm& area, const std::vector<RectMm>& obstacles, const SizeMm& size);

}  // namespace tympan
