#pragma once
#include "core/measure/geometry.h"
#include "core/measure/length.h"

namespace tympan {

/// The raster of a print or a page: square pixels of exactly 25.4 / ppi mm from the top left corner.
struct PixelGrid {
    double ppi = 300;

    double pixel_mm() const { return mm_per_inch / ppi; }
    double mm(int pixels) const { return pixels * mm_per_inch / ppi; }
    RectMm mm(const RectPx& box) const { return {mm(box.x), mm(box.y), mm(box.width), mm(box.height)}; }

    /// Pixels of a print that is asked to be this long: round half up, at least one.
    int printPixels(double length_mm) const;
    SizePx printPixels(const SizeMm& asked) const {
        return {printPixels(asked.width), printPixels(asked.height)};
    }

    /// The nearest grid line to a position; for seams, snapped once from their absolute place.
    int nearest(double position_mm) const;
    /// The first grid line at or after, the last at or before a position; for areas that must snap inward.
    int firstAfter(double position_mm) const;
    int lastBefore(double position_mm) const;
};

/// Above this many pixels nothing is read or rendered: 1 Gpx is a square of 2.7 m at 300 ppi.
inline constexpr double most_pixels = 1e9;

}  // namespace tympan
