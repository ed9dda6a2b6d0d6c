#pragma once
#include <opencv2/core.hpp>
#include <optional>
#include <vector>

#include "core/measure/pixel_grid.h"

namespace tympan {

/// Lines of ink that are thinner than a limit.
struct ThinLines {
    double finest_mm = 0;        ///< how thin the thinnest of them are: a tenth of their length is thinner
    double length_mm = 0;        ///< of all of them
    std::vector<RectMm> places;  ///< the longest few, from the raster's top left corner
};

/// Looks for ink (CV_8UC1, 255 bare) thinner than `limit_mm`; nothing when there is none worth a look. How
/// wide a line is follows from the ink that it holds and its length, so it is known to a fraction of a pixel.
/// Method: what an opening by a disc of the limit removes, and its contours.
std::optional<ThinLines> thinLines(const cv::Mat& ink, const PixelGrid& grid, double limit_mm);

/// The width of the finest lines of ink up to 3 mm, in mm; nothing when there are no lines.
std::optional<double> finestLine(const cv::Mat& ink, const PixelGrid& grid);

}  // namespace tympan
