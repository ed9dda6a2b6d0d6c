#include "core/measure/pixel_grid.h"

#include <cmath>

namespace tympan {

namespace {

// Lengths such as 8.5 in at 300 ppi are whole pixels that arrive a rounding error off; this far counts as on
// the line.
constexpr double on_the_line = 1e-6;

double gridLines(const PixelGrid& grid, double mm) { return mm * grid.ppi / mm_per_inch; }

int whole(double lines) { return static_cast<int>(std::clamp(lines, -2e9, 2e9)); }

}  // namespace

int PixelGrid::nearest(double position_mm) const {
    return whole(std::floor(gridLines(*this, position_mm) + 0.5 + on_the_line));
}
int PixelGrid::printPixels(double length_mm) const { return std::max(1, nearest(length_mm)); }
int PixelGrid::firstAfter(double position_mm) const {
    return whole(std::ceil(gridLines(*this, position_mm) - on_the_line));
}
int PixelGrid::lastBefore(double position_mm) const {
    return whole(std::floor(gridLines(*this, position_mm) + on_the_line));
}

}  // namespace tympan
