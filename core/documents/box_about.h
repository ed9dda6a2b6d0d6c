#pragma once
#include <algorithm>
#include <cmath>

#include "core/measure/geometry.h"

namespace tympan {

/// A box about a spot of a raster (in parts of it), moved to lie within the raster, and no larger than it.
inline RectPx boxAbout(const SizePx& raster, const PointMm& spot, const SizePx& wanted) {
    const int width = std::min(wanted.width, raster.width), height = std::min(wanted.height, raster.height);
    const auto from = [](double part, int whole, int shown) {
        return std::clamp(static_cast<int>(std::lround(part * whole)) - shown / 2, 0, whole - shown);
    };
    return {from(spot.x, raster.width, width), from(spot.y, raster.height, height), width, height};
}

}  // namespace tympan
