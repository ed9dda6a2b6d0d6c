#include "core/enlarge/doubled.h"

#include <algorithm>
#include <array>
#include <opencv2/imgproc.hpp>
#include <vector>

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

/// Every pixel four times: CV_32FC1 of h x w to 2h x 2w.
cv::Mat repeated(const cv::Mat& plane) {
    cv::Mat large;
    cv::resize(plane, large, {}, 2, 2, cv::INTER_NEAREST);
    return large;
}

/// A plane with what the network adds: CV_32FC1 of h x w, 0 to 1, to 2 (h - 2 reach) x 2 (w - 2 reach). What
/// is as all its neighbours are stays so: bare paper and flat colours are not guessed at.
cv::Mat sharpened(const cv::Mat& plane, double strength, Learned learned) {
    double lowest = 0, highest = 0;
    cv::minMaxLoc(plane, &lowest, &highest);
    if (lowest == highest) return repeated(inner(plane, Network::reach));  // bare paper costs nothing
    cv::Mat made = bicubic(inner(plane, Network::reach - spread)) + residualsOf(plane, strength, learned);
    const cv::Mat about = cv::getStructuringElement(cv::MORPH_RECT, {3, 3});
    cv::Mat most, least;
    cv::dilate(plane, most, about);
    cv::erode(plane, least, about);
    repeated(inner(plane, Network::reach)).copyTo(made, repeated(inner(most == least, Network::reach)));
    return made;
}

/// Colours of an RGB or grey picture with alpha, on white; and back.
void layOnWhite(cv::Mat& plane, const cv::Mat& alpha) { plane = plane.mul(alpha) + (1 - alpha); }
void liftOffWhite(cv::Mat& plane, const cv::Mat& alpha) {
    plane = cv::max(plane - (1 - alpha), 0) / cv::max(alpha, 1e-4);
}

}  // namespace

cv::Mat doubled(const cv::Mat& around, double strength, Learned learned) {
    const double one = around.depth() == CV_8U ? 255 : 65535;
    const bool has_alpha = around.channels() % 2 == 0, has_colour = around.channels() >= 3;
    cv::Mat values;
    around.convertTo(values, CV_32F, 1 / one);
    std::vector<cv::Mat> planes, large;
    cv::split(values, planes);
    cv::Mat alpha, large_alpha;
    if (has_alpha) {
        alpha = planes.back();
        planes.pop_back();
        large_alpha = cv::max(cv::min(sharpened(alpha, std::min(strength, 0.0), Learned::drawings), 1), 0);
        for (cv::Mat& plane : planes) layOnWhite(plane, alpha);
    }
    // Not the luminance of everything else: the lightness (BT.601) that the networks learned on.
    const cv::Mat lightness =
        has_colour ? cv::Mat(0.299 * planes[0] + 0.587 * planes[1] + 0.114 * planes[2]) : planes[0];
    const cv::Mat sharp = sharpened(lightness, strength, learned);
    for (const cv::Mat& plane : planes)
        large.push_back(
            has_colour ? cv::Mat(sharp + bicubic(inner(plane - lightness, Network::reach - spread))) : sharp);
    if (has_alpha) {
        for (cv::Mat& plane : large) liftOffWhite(plane, large_alpha);
        large.push_back(large_alpha);
    }
    cv::Mat joined, made;
    cv::merge(large, joined);
    joined.convertTo(made, around.depth(), one);
    return made;
}

}  // namespace tympan
