#pragma once
#include <optional>

#include "core/measure/geometry.h"
#include "core/measure/parts.h"

namespace tympan::app {

/// What of a crop's frame the hand holds: edges as bits (two make a corner), or all of it.
enum CropHandle {
    no_handle = 0,
    handle_left = 1,
    handle_right = 2,
    handle_top = 4,
    handle_bottom = 8,
    whole_handle = 16,
};

/// The handle at a place; how near an edge counts is in parts of the picture, across and down.
int cropHandle(const PageParts& crop, const PointMm& at, double reach_x, double reach_y);

/// The frame after a drag, inside the picture and never too small. `shape`: the width to height, in parts,
/// that it keeps; what is not held stays where it is.
PageParts movedCrop(const PageParts& crop, int handle, const PointMm& by, std::optional<double> shape);

}  // namespace tympan::app
