#include "core/photograph/linear_light.h"

#include <array>
#include <cmath>

#include "core/artwork/colour.h"

namespace tympan {

double encoded(double linear) {
    return linear <= 0.0031308 ? 12.92 * linear : 1.055 * std::pow(linear, 1 / 2.4) - 0.055;
}

cv::Mat lightOf(const cv::Mat& rgb) {
    const Table16& linear = linearOfEncoded();
    std::array<std::array<float, 256>, 3> share{};
    for (std::size_t c = 0; c < 3; ++c)
        for (std::size_t v = 0; v < 256; ++v)
            share[c][v] = static_cast<float>(linear[v * 257] / 65535.0 * luminance_weights[c] / 65536.0);
    cv::Mat light(rgb.size(), CV_32FC1);
    for (int y = 0; y < rgb.rows; ++y) {
        const auto* p = rgb.ptr<std::uint8_t>(y);
        auto* out = light.ptr<float>(y);
        for (int x = 0; x < rgb.cols; ++x, p += 3) out[x] = share[0][p[0]] + share[1][p[1]] + share[2][p[2]];
    }
    return light;
}

cv::Vec3d linearAt(const cv::Mat& rgb, const cv::Point& at) {
    const auto& pixel = rgb.at<cv::Vec3b>(at);
    const Table16& linear = linearOfEncoded();
    return {linear[pixel[0] * 257U] / 65535.0, linear[pixel[1] * 257U] / 65535.0,
            linear[pixel[2] * 257U] / 65535.0};
}

}  // namespace tympan
