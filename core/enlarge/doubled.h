#pragma once
#include <opencv2/core.hpp>

#include "core/enlarge/network.h"

namespace tympan {

/// Twice as large in both directions. `around`: a part of a picture with `Network::reach` pixels more on
/// every side; CV_8U or CV_16U, 1 to 4 channels (grey, grey and alpha, RGB, RGB and alpha; not
/// premultiplied). Returns the part without them, of the same type.
///
/// Lightness (BT.601, encoded values) is bicubic with a = -0.75 (R. Keys 1981) plus what the network adds; so
/// is alpha, and colours are worked on as they lie on white, so that what is hidden under see-through places
/// tints no rim. Colour differences are bicubic: the eye sees no detail in them, and compressed pictures hold
/// none. What is as all its neighbours are stays so. `strength`: see jpeg_strength.h; Network::again
/// the second time.
cv::Mat doubled(const cv::Mat& around, double strength, Learned learned);

}  // namespace tympan
