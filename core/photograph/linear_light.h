#pragma once
#include <opencv2/core.hpp>

namespace tympan {

/// sRGB's encoded value of linear light, both 0 to 1; goes on above 1.
double encoded(double linear);

/// Linear luminance of RGB (CV_8UC3, sRGB): CV_32FC1, 0 to 1.
cv::Mat lightOf(const cv::Mat& rgb);

/// Linear light of a pixel of RGB (CV_8UC3, sRGB), 0 to 1.
cv::Vec3d linearAt(const cv::Mat& rgb, const cv::Point& at);

}  // namespace tympan
