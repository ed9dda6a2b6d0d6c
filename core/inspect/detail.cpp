#include "core/inspect/detail.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <vector>

#include "core/artwork/grey.h"

namespace tympan {

namespace {

constexpr int tile = 256, rings = tile / 2, most_tiles = 8;
constexpr double still_there = 0.03, least_spread = 4;  // of 255: a flatter tile tells nothing

/// The power in each ring of frequencies, weighed by their square; ring i stands for i / 256 to the pixel.
std::vector<double> weighedPower(const cv::Mat& grey) {
    cv::Mat values, spectrum;
    grey.convertTo(values, CV_32F);
    values -= cv::mean(values)[0];
    for (int y = 0; y < tile; ++y)
        for (int x = 0; x < tile; ++x) {
            const auto window = [](int i) {
                return 0.5 - 0.5 * std::cos(2 * std::numbers::pi * (i + 0.5) / tile);
            };
            values.at<float>(y, x) *= static_cast<float>(window(x) * window(y));
        }
    cv::dft(values, spectrum, cv::DFT_COMPLEX_OUTPUT);
    std::vector<double> power(rings, 0), count(rings, 0);
    for (int y = 0; y < tile; ++y)
        for (int x = 0; x < tile; ++x) {
            const int fy = y < rings ? y : y - tile, fx = x < rings ? x : x - tile;
            const auto ring = static_cast<std::size_t>(std::lround(std::hypot(fx, fy)));
            if (ring >= power.size()) continue;
            const auto& c = spectrum.at<cv::Vec2f>(y, x);
            power[ring] += c[0] * c[0] + c[1] * c[1];
            ++count[ring];
        }
    for (std::size_t i = 0; i < power.size(); ++i)
        power[i] *= count[i] > 0 ? static_cast<double>(i * i) / count[i] : 0;
    return power;
}

/// The tiles with the most going on.
std::vector<cv::Mat> livelyTiles(const cv::Mat& pixels) {
    std::vector<std::pair<double, cv::Rect>> all;
    const int across = std::max(1, pixels.cols / tile), down = std::max(1, pixels.rows / tile);
    // Of a very large picture about four hundred tiles, evenly spread, are enough to find lively ones.
    const int step = std::max(1, static_cast<int>(std::sqrt(across * down / 400.0)));
    for (int j = 0; j < down; j += step)
        for (int i = 0; i < across; i += step) {
            const cv::Rect box((pixels.cols - across * tile) / 2 + i * tile,
                               (pixels.rows - down * tile) / 2 + j * tile, tile, tile);
            cv::Scalar mean, spread;
            cv::meanStdDev(greyOf(pixels(box)), mean, spread);
            if (spread[0] >= least_spread) all.emplace_back(spread[0], box);
        }
    std::sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
    std::vector<cv::Mat> tiles;
    for (std::size_t i = 0; i < std::min<std::size_t>(all.size(), most_tiles); ++i)
        tiles.push_back(greyOf(pixels(all[i].second)));
    return tiles;
}

}  // namespace

double trueDetail(const cv::Mat& pixels) {
    if (pixels.cols < tile || pixels.rows < tile) return 1;  // too small to tell
    std::vector<double> power(rings, 0);
    const std::vector<cv::Mat> tiles = livelyTiles(pixels);
    if (tiles.empty()) return 1;
    for (const cv::Mat& each : tiles) {
        const std::vector<double> own = weighedPower(each);
        for (std::size_t i = 0; i < power.size(); ++i) power[i] += own[i];
    }
    double middle = 0;
    for (std::size_t i = rings / 20; i < rings / 4; ++i) middle = std::max(middle, power[i]);
    if (middle <= 0) return 1;
    std::size_t last = rings - 1;
    // Smoothed over five rings: single ones are chance.
    const auto smooth = [&](std::size_t i) {
        double sum = 0;
        for (std::size_t k = i - 2; k <= i + 2 && k < power.size(); ++k) sum += power[k];
        return sum / 5;
    };
    while (last > rings / 20 && smooth(last - 2) < still_there * middle) --last;
    return std::min(1.0, static_cast<double>(last) / (0.92 * rings));
}

}  // namespace tympan
