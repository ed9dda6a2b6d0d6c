#include "core/inspect/vanishing.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/artwork/colour.h"
#include "core/artwork/grey.h"

namespace tympan {

namespace {

constexpr double clear = 4, hardly = 2.5, within_mm = 1, joins_mm = 6;
constexpr double thrown_back = 0.05;
constexpr std::size_t most_vanishing_places = 4;

/// Lightness (CIE L*, 0 to 100) under room light: every surface throws back a little of it as it is, so that
/// darks are never as dark as their ink.
cv::Mat lightness(const cv::Mat& rgb) {
    const Table16& linear = linearOfEncoded();
    std::array<float, 256> values{};
    for (std::size_t v = 0; v < 256; ++v) {
        const double y = (linear[v * 257] / 65535.0 + thrown_back) / (1 + thrown_back);
        values[v] = static_cast<float>(y > 0.008856 ? 116 * std::cbrt(y) - 16 : 903.3 * y);
    }
    const cv::Mat grey = greyOf(rgb);
    cv::Mat light(grey.size(), CV_32FC1);
    for (int row = 0; row < grey.rows; ++row)
        for (int x = 0; x < grey.cols; ++x) light.at<float>(row, x) = values[grey.at<uchar>(row, x)];
    return light;
}

/// How much lightness changes about each place.
cv::Mat changes(const cv::Mat& light, int side) {
    cv::Mat most, least;
    const cv::Mat square = cv::getStructuringElement(cv::MORPH_RECT, {side, side});
    cv::dilate(light, most, square);
    cv::erode(light, least, square);
    return most - least;
}

}  // namespace

Vanishing vanishingDetail(const cv::Mat& on_paper, const cv::Mat& finished, const cv::Mat& where,
                          const PixelGrid& grid) {
    const int side = std::max(3, cvRound(within_mm / grid.pixel_mm()) | 1);
    const cv::Mat detail = (changes(lightness(on_paper), side) >= clear) & where;
    const cv::Mat lost = detail & (changes(lightness(finished), side) < hardly);
    Vanishing found;
    const double all = cv::countNonZero(detail);
    if (all < 1) return found;
    found.share = cv::countNonZero(lost) / all;
    const int gap = std::max(3, cvRound(joins_mm / grid.pixel_mm()) | 1);
    cv::Mat joined, labels, stats, middles;
    cv::morphologyEx(lost, joined, cv::MORPH_CLOSE, cv::getStructuringElement(cv::MORPH_RECT, {gap, gap}));
    const int count = cv::connectedComponentsWithStats(joined, labels, stats, middles, 8, CV_32S);
    std::vector<int> order;
    for (int i = 1; i < count; ++i) order.push_back(i);
    std::sort(order.begin(), order.end(), [&](int a, int b) {
        return stats.at<int>(a, cv::CC_STAT_AREA) > stats.at<int>(b, cv::CC_STAT_AREA);
    });
    const double p = grid.pixel_mm();
    for (std::size_t i = 0; i < std::min(order.size(), most_vanishing_places); ++i) {
        const auto at = [&](int what) { return stats.at<int>(order[i], what) * p; };
        found.places.push_back(
            {at(cv::CC_STAT_LEFT), at(cv::CC_STAT_TOP), at(cv::CC_STAT_WIDTH), at(cv::CC_STAT_HEIGHT)});
    }
    return found;
}

}  // namespace tympan
