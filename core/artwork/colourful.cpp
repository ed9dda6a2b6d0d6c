#include "core/artwork/colourful.h"

#include <array>
#include <cmath>

namespace tympan {

bool isColourful(const cv::Mat& reduced) {
    constexpr double differs = 0.1;       // from the tint, of full light: what anybody sees
    constexpr double least_share = 0.02;  // of the picture: one small red seal is enough
    const int channels = reduced.channels();
    if (channels < 3) return false;
    const auto weight = [channels](const uchar* p) { return channels == 4 ? p[3] / 255.0 : 1.0; };
    // The tint is the direction from black of all of its light together; a grey of it is a multiple.
    std::array<double, 3> tint{};
    for (int y = 0; y < reduced.rows; ++y) {
        const uchar* p = reduced.ptr<uchar>(y);
        for (int x = 0; x < reduced.cols; ++x, p += channels)
            for (std::size_t c = 0; c < 3; ++c) tint[c] += weight(p) * p[c];
    }
    const double length = std::hypot(tint[0], tint[1], tint[2]);
    if (length <= 0) return false;
    double coloured = 0, all = 0;
    for (int y = 0; y < reduced.rows; ++y) {
        const uchar* p = reduced.ptr<uchar>(y);
        for (int x = 0; x < reduced.cols; ++x, p += channels) {
            double along = 0, square = 0;
            for (std::size_t c = 0; c < 3; ++c) {
                along += p[c] * tint[c] / length;
                square += 1.0 * p[c] * p[c];
            }
            const double away = std::sqrt(std::max(0.0, square - along * along)) / 255;
            all += weight(p);
            if (away > differs) coloured += weight(p);
        }
    }
    return coloured > least_share * all;
}

}  // namespace tympan
