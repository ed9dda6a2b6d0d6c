#pragma once
#include <functional>
#include <opencv2/core.hpp>

#include "core/artwork/pixels.h"
#include "core/base/progress.h"

namespace tympan {

/// A whole raster as single dots, one bit a pixel, eight to a byte from the left, set where there is ink.
/// Each dot's error is given on to its neighbours: 7, 3, 5 and 1 sixteenths (R. Floyd and L. Steinberg 1976),
/// rows by turns from the left and from the right. `greys(first, last)` gives rows as CV_8UC1, 255 bare.
/// Throws Error (stopped).
cv::Mat scattered(const SizePx& size, const std::function<cv::Mat(int first, int last)>& greys,
                  const Progress& progress = {});

/// A box of it as CV_8UC1, 0 or 255.
cv::Mat unpacked(const cv::Mat& dots, const RectPx& box);

}  // namespace tympan
