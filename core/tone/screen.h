#pragma once
#include <memory>
#include <opencv2/core.hpp>
#include <vector>

#include "core/measure/pixel_grid.h"
#include "core/tone/tone.h"

namespace tympan {

// A screen is a threshold of the place on the piece: ink is solid where k = 1 - grey exceeds it. Thresholds
// are spread evenly over a cell, so a tone covers just the part k of it:
//     line     |2 frac(v) - 1|
//     round    -(cos 2πu + cos 2πv), ellipse -(cos 2πu + 0.6 cos 2πv), cross min(|2 frac(u) - 1|,
//              |2 frac(v) - 1|), hatch min(|2 frac(v) - 1|, |2 frac(u) - 1| + 1/2), each replaced by its rank
//     grain    the rank of a cell of blue noise
// with u and v the place in mm, turned to the screen's angle, in cells. A pixel is asked at a place within it
// that blue noise picks: so the ink covers k on average even where pixels and cells march in step, at the
// price of rims that are half a pixel rough. All of it depends on the place alone, so lines run on over
// seams.

/// The thresholds of one cell, 0 to 65534, `side` squared of them, row by row.
struct ScreenCell {
    int side = 0;
    std::vector<std::uint16_t> threshold;
};
/// Made once for each kind and kept.
const ScreenCell& screenCell(Screen::Kind kind);

/// The length of one cell in pixels. Below `least_cell_px` a screen cannot be told from grey: then tone is
/// laid as it is.
double cellPixels(const Screen& screen, const PixelGrid& grid);
inline constexpr double least_cell_px = 2;

/// Solid: a pixel is ink or bare, for paper. Smooth: rims are grey, for looking at on a screen whose pixels
/// are large.
enum class Rims { solid, smooth };

/// Makes 8-bit grey ink (CV_8UC1, 255 bare) solid or bare, in place. `box`: where it lies in the raster of
/// the print, finished frame. Scattered dots are no screen: see scatter.h.
void layScreen(cv::Mat& ink, const Screen& screen, const PixelGrid& grid, const RectPx& box,
               Rims rims = Rims::solid);

}  // namespace tympan
