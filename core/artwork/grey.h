#pragma once
#include <opencv2/core.hpp>

namespace tympan {

/// Luminance formed in linear light and encoded, 8 bits, of 8- or 16-bit pixels of 1 to 4 channels; what is
/// see-through counts as white.
cv::Mat greyOf(const cv::Mat& pixels);

/// The pixels without alpha, 8 bits; what is see-through becomes white.
cv::Mat overWhite(const cv::Mat& pixels);

}  // namespace tympan
