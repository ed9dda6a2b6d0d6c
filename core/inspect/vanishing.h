#pragma once
#include <opencv2/core.hpp>
#include <vector>

#include "core/measure/pixel_grid.h"

namespace tympan {

/// Detail that is clear on white paper and will hardly be seen on the object.
struct Vanishing {
    double share = 0;            ///< of the picture's detail, 0 to 1
    std::vector<RectMm> places;  ///< the largest few, from the raster's top left corner
};

/// Compares what is seen on paper with what is seen finished, both CV_8UC3 of the same raster: detail is
/// where lightness (CIE L*, with the room light that every surface throws back) changes by 4 or more within a
/// millimetre on paper; it vanishes where less than 2.5 is left of that. `where`: 255 on what is looked at.
Vanishing vanishingDetail(const cv::Mat& on_paper, const cv::Mat& finished, const cv::Mat& where,
                          const PixelGrid& grid);

}  // namespace tympan
