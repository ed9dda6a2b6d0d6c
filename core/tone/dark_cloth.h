#pragma once
#include <opencv2/core.hpp>

#include "core/artwork/colour.h"
#include "core/tone/tone.h"

namespace tympan {

// A picture for dark cloth is printed in colour and, over that on the same sheet, in white, which lies
// underneath once both are pressed. What of the picture is as dark as the cloth is left to it:
//
//     kept = clamp((d - limit) / soft, 0, 1),   d the largest difference from the cloth in red, green or blue
//
// with encoded values from 0 to 1: a soft limit. The colour is laid where it is kept, and the white under it
// stops short of its rim (the trade says choke), so that none is seen when it lies a little beside it.

/// How much of each pixel is printed, 0 to 255 (CV_8UC1), of encoded ink (CV_8UC1 or 3) without its paper.
cv::Mat keptFrom(const cv::Mat& ink, const Rgb8& cloth, const DarkCloth& wishes);

/// The same as shapes that a screen can make solid: how much of each pixel is printed is multiplied by its
/// strongest colour, and the colours are brought up to full strength, so that the cloth between the lines
/// darkens them to what they were.
void shareWithCloth(cv::Mat& ink, cv::Mat& kept);

/// What of `kept` the white lies under: nothing nearer than so many pixels to where nothing is printed.
/// Depends on what is within `chokeReach` of a pixel alone. Distances are exact (P. Felzenszwalb and D.
/// Huttenlocher, 2012).
cv::Mat choked(const cv::Mat& kept, double choke_px);
int chokeReach(double choke_px);

/// How it will look on dark cloth, CV_8UC3, all of the same size: light goes through the colour (as ink, grey
/// or RGB) to the white (as ink: 255 none) where that lies, and to the cloth where it does not.
cv::Mat onCloth(const cv::Mat& colour, const cv::Mat& white, const cv::Mat& cloth);

}  // namespace tympan
