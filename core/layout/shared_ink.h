#pragma once
#include <opencv2/core.hpp>

#include "core/seams/seam_plan.h"

namespace tympan {

/// Whether an ink is dots that are there or not, or greys.
enum class InkKind { tones, dots };

/// Leaves of a tile's ink what is its share where it overlaps others that are laid in another go; nothing is
/// changed at other joints. `ink`: CV_8UC1 or CV_8UC3, 255 bare, of `box` in the print frame of a raster that
/// has `scale` times the plan's pixels to a length.
///
/// Across an overlap the share w of the earlier tile falls evenly from 1 to 0. Of an ink k it prints
/// round(w k), the later one k less that, so that both add up to the whole exactly; a dot is printed by the
/// one or the other, by a noise that depends on its place alone. Where four tiles overlap, the edge between
/// bands shares out first, then each band's cuts share what came to it. Seams must be straight.
void shareInk(cv::Mat& ink, const SeamPlan& plan, std::size_t tile, const RectPx& box, InkKind kind,
              double scale = 1);

}  // namespace tympan
