#include "core/enlarge/doubled.h"

#include <array>
#include <vector>

#include "core/enlarge/network.h"

namespace tympan {

namespace {

constexpr int spread = 2;  // pixels that bicubic looks at on either side

/// Keys' cubic with a = -0.75 at a quarter of a pixel: the weights of the pixels at -1.75, -0.75, 0.25, 1.25.
std::array<float, 4> quarterWeights() {
    constexpr float a = -0.75f;
    const auto near = [](float t) { return ((a + 2) * t - (a + 3)) * t * t + 1; };
    const auto far = [](float t) { return ((a * t - 5 * a) * t + 8 * a) * t - 4 * a; };
    return {far(1.75f), near(0.75f), near(0.25f), far(1.25f)};
}

/// Rows doubled: CV_32FC1 of h x w to 2 (h - 2 spread) x w.
cv::Mat rowsDoubled(const cv::Mat& plane) {
    const std::array<float, 4> w = quarterWeights();
    cv::Mat out(2 * (plane.rows - 2 * spread), plane.cols, CV_32F);
    for (int y = 0; y < out.rows / 2; ++y) {
        std::array<const float*, 5> rows{};
        for (int i = 0; i < 5; ++i) rows[static_cast<std::size_t>(i)] = plane.ptr<float>(y + i);
        auto *above = out.ptr<float>(2 * y), *below = out.ptr<float>(2 * y + 1);
        for (int x = 0; x < plane.cols; ++x) {
            above[x] = w[0] * rows[0][x] + w[1] * rows[1][x] + w[2] * rows[2][x] + w[3] * rows[3][x];
            below[x] = w[3] * rows[1][x] + w[2] * rows[2][x] + w[1] * rows[3][x] + w[0] * rows[4][x];
        }
    }
    return out;
}

/// Bicubic at twice the size: CV_32FC1 of h x w to 2 (h - 2 spread) x 2 (w - 2 spread).
cv::Mat bicubic(const cv::Mat& plane) { return rowsDoubled(rowsDoubled(plane).t()).t(); }

cv::Mat inner(const cv::Mat& plane, int by) {
    return plane(cv::Rect(by, by, plane.cols - 2 * by, plane.rows - 2 * by));
}

/// A plane with what the network adds: CV_32FC1 of h x w, 0 to 1, to 2 (h - 2 reach) x 2 (w - 2 reach).
cv::Mat sharpened(const cv::Mat& plane, double strength) {
    return bicubic(inner(plane, Network::reach - spread)) + residualsOf(plane, strength);
}

}  // namespace

cv::Mat doubled(const cv::Mat& around, double strength) {
    const double one = around.depth() == CV_8U ? 255 : 65535;
    const int channels = around.channels();
    cv::Mat values;
    around.convertTo(values, CV_32F, 1 / one);
    std::vector<cv::Mat> planes, large;
    cv::split(values, planes);
    if (channels >= 3) {
        const cv::Mat lightness = 0.299 * planes[0] + 0.587 * planes[1] + 0.114 * planes[2];
        const cv::Mat sharp = sharpened(lightness, strength);
        for (std::size_t c = 0; c < 3; ++c)
            large.emplace_back(sharp + bicubic(inner(planes[c] - lightness, Network::reach - spread)));
    } else {
        large.push_back(sharpened(planes[0], strength));
    }
    if (channels % 2 == 0) {
        double least = 0, most = 0;
        cv::minMaxLoc(planes.back(), &least, &most);
        large.push_back(least == most ? cv::Mat(large[0].size(), CV_32F, cv::Scalar(least))
                                      : sharpened(planes.back(), 0));
    }
    cv::Mat joined, made;
    cv::merge(large, joined);
    joined.convertTo(made, around.depth(), one);
    return made;
}

}  // namespace tympan
