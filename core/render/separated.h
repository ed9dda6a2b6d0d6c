#pragma once
#include <opencv2/core.hpp>

#include "core/render/print.h"
#include "core/tone/screen.h"

namespace tympan {

/// One layer of a print that goes onto dark cloth (tone/dark_cloth.h): its colour, or the white under it as
/// ink (255: none). `on_paper`: its ink as it would be on paper, 8 bits, grey or RGB; `resampled` what that
/// was made of, for what is see-through in it; `box` where both lie in the raster. What it says within the
/// reach of the choke from the box's rim, but for the raster's own, is not the whole's.
cv::Mat separated(const Print& print, const cv::Mat& on_paper, const cv::Mat& resampled, const RectPx& box,
                  Rims rims);

/// How far about a pixel its layer depends on what is there, in pixels.
int separationReach(const Print& print);

}  // namespace tympan
