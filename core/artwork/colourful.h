#pragma once
#include <opencv2/core.hpp>

namespace tympan {

/// Whether a picture has colours of its own, beyond one tint that all of it shares (an old photograph, a scan
/// on yellowed paper). `reduced`: 8 bits, 1 to 4 channels; what is see-through does not count.
bool isColourful(const cv::Mat& reduced);

}  // namespace tympan
