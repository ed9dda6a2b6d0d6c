#pragma once
#include <opencv2/core.hpp>

#include "core/artwork/colour.h"

namespace tympan {

/// How ink will look on a ground: CV_8UC3 RGB in the ink's own frame. The ink is a see-through layer over the
/// ground, so light is multiplied: out = ground x ink, both in linear light (Beer-Lambert for a layer that
/// light passes once in effect). White ink is no ink: the ground is the white of the picture. A guess that
/// leaves out wear and haze.
cv::Mat onGround(const cv::Mat& ink, const Rgb8& ground);

}  // namespace tympan
