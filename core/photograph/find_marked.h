#pragma once
#include <array>
#include <opencv2/core.hpp>
#include <string>

#include "core/base/text.h"
#include "core/measure/geometry.h"

namespace tympan {

/// What is looked for in a photograph: a sheet with a round mark (output/round_mark.h) near each of its
/// corners.
struct MarkedSheet {
    Text called;   ///< "test strip"
    Text else_do;  ///< what to do when it cannot be found, besides a better photograph: "say by hand …"
    SizeMm size;
    std::array<PointMm, 4> corners;  ///< the middles of its marks, clockwise from the top left
    cv::Mat ideal;                   ///< what is printed, CV_8UC1, at `ideal_px_per_mm`
};
inline constexpr double ideal_px_per_mm = 1.5;

/// Where a sheet lies in a photograph or scan.
struct FoundSheet {
    cv::Matx33d to_photo;    ///< from mm of the sheet to the photograph's pixels (edges at whole numbers)
    bool backwards = false;  ///< it reads mirrored: it was printed the wrong way round
    double px_per_mm = 0;    ///< of the photograph, where it has fewest
    double likeness = 0;     ///< of what lies between the marks to the sheet, -1 to 1
};

/// Looks for the sheet's four corner marks in a picture (CV_8UC1). Method: normalised correlation with the
/// mark at all sizes; of the peaks those four whose quadrilateral, squared, is most like the sheet, in any of
/// its eight ways to lie; each then refined on the squared picture to a fraction of a pixel. Throws Error
/// (input) that says what was missing, or that there are two; `name` stands for the file.
FoundSheet findMarked(const cv::Mat& grey, const std::string& name, const MarkedSheet& sheet);

/// A box of the sheet, upright, of so many pixels to a millimetre.
cv::Mat squared(const cv::Mat& photo, const cv::Matx33d& to_photo, const RectMm& box, double px_per_mm);

}  // namespace tympan
