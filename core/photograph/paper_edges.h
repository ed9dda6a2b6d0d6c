#pragma once
#include <array>
#include <opencv2/core.hpp>
#include <string>

#include "core/measure/geometry.h"

namespace tympan {

/// The corners of a sheet of paper in a photograph (CV_8UC1), in its pixels (edges at whole numbers),
/// clockwise from the top left. `about`: from mm of the sheet to the photograph, right to within some
/// millimetres. Method: along each side many profiles across it; the steepest place of each, to a fraction of
/// a pixel; a straight line through them without those that lie off it. Throws Error (input) for a side that
/// is not to be told from what the sheet lies on; `name` stands for the file.
std::array<cv::Point2d, 4> paperCorners(const cv::Mat& grey, const cv::Matx33d& about, const SizeMm& paper,
                                        const std::string& name);

/// A box of the sheet (mm) in a frame of its own: x inwards from a side, y along it.
cv::Matx33d fromSide(const SizeMm& paper, int side);

}  // namespace tympan
