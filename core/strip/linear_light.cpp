#include "core/strip/linear_light.h"

#include <cmath>

#include "core/artwork/colour.h"

namespace tympan {

double encoded(double linear) {
    return linear <= 0.0031308 ? 12.92 * linear : 1.055 * std::pow(linear, 1 / 2.4) - 0.055;
}

cv::Vec3d linearAt(const cv::Mat& rgb, const cv::Point& at) {
    const auto& pixel = rgb.at<cv::Vec3b>(at);
    const Table16& linear = linearOfEncoded();
    return {linear[pixel[0] * 257U] / 65535.0, linear[pixel[1] * 257U] / 65535.0,
            linear[pixel[2] * 257U] / 65535.0};
}

}  // namespace tympan
