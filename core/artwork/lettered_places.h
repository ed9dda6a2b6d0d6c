#pragma once
#include <opencv2/core.hpp>
#include <vector>

#include "core/base/progress.h"

namespace tympan {

/// Where something looks like a word or a part of one.
struct LetteredPlace {
    cv::Rect box;         ///< in pixels
    float letter_px = 0;  ///< how tall its letters are
};

/// Words of lines that lie within 20° of level, up to so tall, also those that thinner lines run through,
/// whose letters are joined, or that stand on a lively ground. Some are found in parts, and some are none:
/// this is for what should stay whole, not for reading. `grey`: CV_8UC1. Method: at each of some sizes, a
/// letter being 7 to 26 pixels tall, parts made of strokes that stand out from the mean about them, or by
/// some of what stands out most there, less what is thinner than their strokes; of these, rows of like height
/// written with one pen, as `textLines` finds them. Throws Error (stopped).
std::vector<LetteredPlace> letteredPlaces(const cv::Mat& grey, double tallest_px,
                                          const Progress& progress = {});

}  // namespace tympan
