#include "core/artwork/haze.h"

#include <algorithm>
#include <opencv2/imgproc.hpp>

#include "core/artwork/grey.h"

namespace tympan {

namespace {

constexpr int looked_at_px = 512;
// A grey that was meant is darker; a white that is white loses nothing in a printer.
constexpr int palest_meant = 224, white = 254;
constexpr int near_it = 7;  // levels, of paper and of what a camera adds to it
constexpr double of_border = 0.6, of_picture = 0.08, most_uneven = 3.2;
constexpr double soft_levels = 6;  // from the background's darkest to what stands on it

cv::Mat smallGrey(const cv::Mat& pixels) {
    cv::Mat grey = greyOf(overWhite(pixels));
    if (grey.depth() == CV_16U) grey.convertTo(grey, CV_8U, 1 / 257.0);
    if (const int longest = std::max(grey.cols, grey.rows); longest > looked_at_px) {
        const double scale = 1.0 * looked_at_px / longest;
        cv::resize(grey, grey, {}, scale, scale, cv::INTER_AREA);
    }
    return grey;
}

std::vector<std::uint8_t> borderOf(const cv::Mat& grey) {
    std::vector<std::uint8_t> border;
    for (int x = 0; x < grey.cols; ++x)
        for (const int y : {0, grey.rows - 1}) border.push_back(grey.at<std::uint8_t>(y, x));
    for (int y = 1; y + 1 < grey.rows; ++y)
        for (const int x : {0, grey.cols - 1}) border.push_back(grey.at<std::uint8_t>(y, x));
    return border;
}

/// What hangs together with the border within some levels of one.
cv::Mat joinedToBorder(const cv::Mat& grey, int level) {
    cv::Mat near, labels;
    cv::inRange(grey, level - near_it, std::min(254, level + near_it), near);
    cv::connectedComponents(near, labels, 4);
    std::vector<bool> touches(static_cast<std::size_t>(grey.total()) + 1, false);
    const auto touch = [&](int y, int x) { touches[static_cast<std::size_t>(labels.at<int>(y, x))] = true; };
    for (int x = 0; x < grey.cols; ++x) touch(0, x), touch(grey.rows - 1, x);
    for (int y = 0; y < grey.rows; ++y) touch(y, 0), touch(y, grey.cols - 1);
    cv::Mat mask(grey.size(), CV_8UC1, cv::Scalar(0));
    for (int y = 0; y < grey.rows; ++y)
        for (int x = 0; x < grey.cols; ++x)
            if (const int label = labels.at<int>(y, x); label > 0 && touches[static_cast<std::size_t>(label)])
                mask.at<std::uint8_t>(y, x) = 255;
    return mask;
}

template <class Channel>
void whiten(cv::Mat& pixels, const cv::Mat& mask, double dark) {
    constexpr double full = sizeof(Channel) == 1 ? 255 : 65535;
    const int channels = pixels.channels(), colours = channels <= 2 ? 1 : 3;
    for (int y = 0; y < pixels.rows; ++y) {
        Channel* row = pixels.ptr<Channel>(y);
        const double v = std::clamp((y + 0.5) * mask.rows / pixels.rows, 0.0, mask.rows - 1.0);
        for (int x = 0; x < pixels.cols; ++x) {
            const double u = std::clamp((x + 0.5) * mask.cols / pixels.cols, 0.0, mask.cols - 1.0);
            if (mask.at<std::uint8_t>(static_cast<int>(v), static_cast<int>(u)) == 0) continue;
            Channel* p = row + x * channels;
            double least = full;
            for (int c = 0; c < colours; ++c) least = std::min<double>(least, p[c]);
            // All of it from the background's darkest on, less below: no rim shows round what stands on it.
            const double part = std::clamp((255 * least / full - dark) / soft_levels + 1, 0.0, 1.0);
            for (int c = 0; c < colours; ++c) p[c] = cv::saturate_cast<Channel>(p[c] + (full - p[c]) * part);
        }
    }
}

}  // namespace

Haze hazeOf(const cv::Mat& pixels) {
    Haze haze;
    if (pixels.empty()) return haze;
    const cv::Mat grey = smallGrey(pixels);
    std::vector<std::uint8_t> border = borderOf(grey);
    std::nth_element(border.begin(), border.begin() + static_cast<std::ptrdiff_t>(border.size() / 2),
                     border.end());
    const int level = border[border.size() / 2];
    if (level < palest_meant || level >= white) return haze;
    const auto alike = std::count_if(border.begin(), border.end(),
                                     [&](int each) { return std::abs(each - level) <= near_it; });
    if (static_cast<double>(alike) < of_border * static_cast<double>(border.size())) return haze;
    const cv::Mat mask = joinedToBorder(grey, level);
    if (cv::countNonZero(mask) < of_picture * static_cast<double>(mask.total())) return haze;
    cv::Scalar mean, spread;
    cv::meanStdDev(grey, mean, spread, mask);
    if (spread[0] > most_uneven) return haze;
    haze.level = mean[0];
    haze.dark = mean[0] - 3 * spread[0] - 1;
    // What is beside the rim of what stands on it is soft, and belongs to both.
    cv::dilate(mask, haze.mask, cv::Mat::ones(3, 3, CV_8U));
    return haze;
}

void takeHazeOut(cv::Mat& pixels, const Haze& haze) {
    if (!haze.found()) return;
    if (pixels.depth() == CV_8U)
        whiten<std::uint8_t>(pixels, haze.mask, haze.dark);
    else
        whiten<std::uint16_t>(pixels, haze.mask, haze.dark);
}

}  // namespace tympan
