#include "core/seams/lightness.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/artwork/grey.h"

namespace tympan {

namespace {

constexpr double masked_within_mm = 2;
constexpr float masks_from = 3, masking_power = 0.31F;

float lightnessOf(float light) {
    return light > 216.0F / 24389 ? 116 * std::cbrt(light) - 16 : light * 24389.0F / 27;
}

}  // namespace

Lightness::Lightness(const Rgb8& ground) {
    const std::uint8_t parts[] = {ground.red, ground.green, ground.blue};
    const Table16& linear = linearOfEncoded();
    for (std::size_t c = 0; c < 3; ++c)
        for (std::size_t v = 0; v < 256; ++v)
            light_[c][v] = static_cast<float>(luminance_weights[c] / 65536.0 * linear[257U * parts[c]] /
                                              65535.0 * linear[257U * v] / 65535.0);
    for (std::size_t i = 0; i < of_light_.size(); ++i)
        of_light_[i] = lightnessOf(static_cast<float>(i) / 4095);
}

void Lightness::of(const cv::Mat& ink, cv::Mat lightness) const {
    for (int y = 0; y < ink.rows; ++y) {
        const std::uint8_t* p = ink.ptr<std::uint8_t>(y);
        float* out = lightness.ptr<float>(y);
        if (ink.channels() == 1)
            for (int x = 0; x < ink.cols; ++x)
                out[x] = at(light_[0][p[x]] + light_[1][p[x]] + light_[2][p[x]]);
        else
            for (int x = 0; x < ink.cols; ++x, p += 3)
                out[x] = at(light_[0][p[0]] + light_[1][p[1]] + light_[2][p[2]]);
    }
}

cv::Mat maskingOf(const cv::Mat& lightness, double cell_mm) {
    const int side = 2 * std::max(1, static_cast<int>(std::lround(masked_within_mm / cell_mm))) + 1;
    cv::Mat mean, squares;
    cv::blur(lightness, mean, {side, side}, {-1, -1}, cv::BORDER_REPLICATE);
    cv::sqrBoxFilter(lightness, squares, CV_32F, {side, side}, {-1, -1}, true, cv::BORDER_REPLICATE);
    cv::Mat masking(lightness.size(), CV_32FC1);
    for (int y = 0; y < masking.rows; ++y) {
        const float *m = mean.ptr<float>(y), *s = squares.ptr<float>(y);
        float* out = masking.ptr<float>(y);
        for (int x = 0; x < masking.cols; ++x) {
            const float variance = std::max(0.0F, s[x] - m[x] * m[x]);
            out[x] = std::pow(1 + variance / (masks_from * masks_from), -masking_power);
        }
    }
    return masking;
}

}  // namespace tympan
