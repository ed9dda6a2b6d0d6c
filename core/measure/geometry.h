#pragma once
#include <algorithm>
#include <compare>

namespace tympan {

// Plain shapes. Millimetres are real numbers, x to the right and y down from the top left corner. Pixels are
// whole numbers on one named raster; boxes are half open: they hold x <= column < right() and y <= row <
// bottom().

struct PointMm {
    double x = 0, y = 0;
    auto operator<=>(const PointMm&) const = default;
};

struct SizeMm {
    double width = 0, height = 0;
    auto operator<=>(const SizeMm&) const = default;
};

struct RectMm {
    double x = 0, y = 0, width = 0, height = 0;
    double right() const { return x + width; }
    double bottom() const { return y + height; }
    SizeMm size() const { return {width, height}; }
    auto operator<=>(const RectMm&) const = default;
};

/// A corner of the grid: pixel (x, y) lies to its right and below it.
struct PointPx {
    int x = 0, y = 0;
    auto operator<=>(const PointPx&) const = default;
};

/// Any place on a raster, in pixels from its upper left corner: the middle of pixel (x, y) is x + 1/2, y +
/// 1/2.
struct PlacePx {
    double x = 0, y = 0;
    auto operator<=>(const PlacePx&) const = default;
};

struct SizePx {
    int width = 0, height = 0;
    auto operator<=>(const SizePx&) const = default;
};

struct RectPx {
    int x = 0, y = 0, width = 0, height = 0;
    int right() const { return x + width; }
    int bottom() const { return y + height; }
    long area() const { return static_cast<long>(width) * height; }
    auto operator<=>(const RectPx&) const = default;
};

/// The box both share; width and height 0 where they share nothing.
RectPx intersection(const RectPx& a, const RectPx& b);
bool overlaps(const RectMm& a, const RectMm& b);
bool contains(const RectPx& outer, const RectPx& inner);
RectMm grown(const RectMm& box, double by_mm);

}  // namespace tympan
