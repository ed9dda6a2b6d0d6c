#pragma once
#include <opencv2/core.hpp>

namespace tympan {

/// A background that is nearly white and nowhere quite: printed, it is a pale rectangle.
struct Haze {
    double level = 255;  ///< of the background, 0 to 255
    double dark = 0;     ///< below all of it: what is lighter belongs to it
    cv::Mat mask;        ///< CV_8UC1, 255 on it, of a copy with a long side of at most 512 px; empty: none
    bool found() const { return !mask.empty(); }
};

/// Looks for one: even, lighter than a pale grey and darker than white, joined to the border and most of it.
/// `pixels`: of any size and depth; what alpha leaves open is white. Method: the median of the border, and
/// all that hangs together with it within a few levels.
Haze hazeOf(const cv::Mat& pixels);

/// The picture with its background white, in place; what stands on it stays. `haze` may be that of a small
/// copy of it.
void takeHazeOut(cv::Mat& pixels, const Haze& haze);

}  // namespace tympan
