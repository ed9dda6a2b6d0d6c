#include "core/tone/vivid.h"

#include <algorithm>
#include <cmath>

#include "core/artwork/colour.h"

namespace tympan {

bool makeVivid(std::uint16_t* rgb, const Vividness& vividness) {
    const double r = rgb[0], g = rgb[1], b = rgb[2];
    const double grey =
        (luminance_weights[0] * r + luminance_weights[1] * g + luminance_weights[2] * b) / 65536;
    const double spread = (std::max({r, g, b}) - std::min({r, g, b})) / 65535;
    const double gain = std::max(0.0, 1 + vividness.all / 100.0 + vividness.pale / 100.0 * (1 - spread));
    bool clipped = false;
    for (int c = 0; c < 3; ++c) {
        const double moved = grey + (rgb[c] - grey) * gain;
        // A rounding error beyond an end is no loss.
        clipped = clipped || moved < -0.5 || moved > 65535.5;
        rgb[c] = static_cast<std::uint16_t>(std::lround(std::clamp(moved, 0.0, 65535.0)));
    }
    return clipped;
}

double clippedShare(const cv::Mat& picture, const Vividness& vividness) {
    const int channels = picture.channels();
    if (channels < 3) return 0;
    double clipped = 0, all = 0;
    for (int y = 0; y < picture.rows; ++y) {
        const std::uint8_t* p = picture.ptr<std::uint8_t>(y);
        for (int x = 0; x < picture.cols; ++x, p += channels) {
            const double weight = channels == 4 ? p[3] / 255.0 : 1;
            std::uint16_t rgb[3];
            for (int c = 0; c < 3; ++c) rgb[c] = static_cast<std::uint16_t>(p[c] * 257);
            all += weight;
            if (makeVivid(rgb, vividness)) clipped += weight;
        }
    }
    return all > 0 ? clipped / all : 0;
}

int mostVivid(const cv::Mat& picture, int pale, double clipped) {
    // The share only grows with it.
    int fits = -100, beyond = 101;
    while (beyond - fits > 1) {
        const int middle = (fits + beyond) / 2;
        (clippedShare(picture, {pale, middle}) <= clipped ? fits : beyond) = middle;
    }
    return fits;
}

}  // namespace tympan
