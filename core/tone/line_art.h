#pragma once
#include <opencv2/core.hpp>

#include "core/measure/pixel_grid.h"
#include "core/tone/tone.h"

namespace tympan {

// Black and white alone where the picture's own light changes from place to place, and mending what is left.
// Every function here looks no farther than its reach: regions put together are the whole.

/// How far about a pixel the local limit and the mending look, in pixels.
int reachOf(const LineArt& art, const PixelGrid& grid);

/// Greys (CV_16UC1, encoded, over paper) as 0 or 65535 by a limit of each place's own:
///     m (1 + 0.2 (s / 32767 - 1)),   m mean and s spread over the square about it
/// (J. Sauvola and M. Pietikäinen, Pattern Recognition 33, 2000); what is darker than half of `limit` (an
/// encoded grey, 0 to 255) is black all the same, so that solid areas are not hollow.
cv::Mat localBlackAndWhite(const cv::Mat& seen, int limit, const LineArt& art, const PixelGrid& grid);

/// Drops specks of black on white and of white on black no larger than `specks_mm`, then closes breaks in
/// lines up to `gaps_mm`: between two parts of a line that run the same way. `ink`: CV_8UC1, 0 or 255.
void mendLines(cv::Mat& ink, const LineArt& art, const PixelGrid& grid);

}  // namespace tympan
