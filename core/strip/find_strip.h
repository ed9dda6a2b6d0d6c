#pragma once
#include <array>
#include <opencv2/core.hpp>

namespace tympan {

/// Where a strip lies in a photograph or scan.
struct FoundStrip {
    cv::Matx33d to_photo;    ///< from mm of the strip to the photograph's pixels (edges at whole numbers)
    bool backwards = false;  ///< it reads mirrored: it was printed the wrong way round
    double px_per_mm = 0;    ///< of the photograph, where it has fewest
    double likeness = 0;     ///< of what lies between the marks to the strip, -1 to 1
};

/// Looks for the strip's four corner marks in a picture (CV_8UC1). Method: normalised correlation with the
/// mark at all sizes; of the peaks those four whose quadrilateral, squared, is most like the strip; each then
/// refined on the squared picture to a fraction of a pixel. Throws Error (input) that says what was missing;
/// `name` stands for the file.
FoundStrip findStrip(const cv::Mat& grey, const std::string& name);

}  // namespace tympan
