#include "core/inspect/vanishing.h"

#include <algorithm>
#include <opencv2/imgproc.hpp>

namespace tympan {

namespace {

constexpr double clear = 4, hardly = 1.5, within_mm = 1, joins_mm = 6;
constexpr std::size_t most_places = 4;

/// Lightness, 0 to 100.
cv::Mat lightness(const cv::Mat& rgb) {
    cv::Mat part, lab, light;
    rgb.convertTo(part, CV_32F, 1 / 255.0);
    cv::cvtColor(part, lab, cv::COLOR_RGB2Lab);
    cv::extractChannel(lab, light, 0);
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
    for (std::size_t i = 0; i < std::min(order.size(), most_places); ++i) {
        const auto at = [&](int what) { return stats.at<int>(order[i], what) * p; };
        found.places.push_back(
            {at(cv::CC_STAT_LEFT), at(cv::CC_STAT_TOP), at(cv::CC_STAT_WIDTH), at(cv::CC_STAT_HEIGHT)});
    }
    return found;
}

}  // namespace tympan
