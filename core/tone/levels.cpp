#include "core/tone/levels.h"

#include <algorithm>
#include <cmath>

#include "core/artwork/colour.h"

namespace tympan {

namespace {

constexpr double outer_share = 0.005;
constexpr double least_range = 0.05;  // a flatter picture has no black and white of its own
constexpr double paper_half_band = 0.08;
constexpr double paper_share = 0.5;
constexpr double lightest_ink_on_paper = 0.02;  // how far below the paper's commonest grey ink may begin
constexpr double darkest_paper = 0.6;

double shareBetween(const GreyHistogram& histogram, double from, double to) {
    double share = 0;
    for (int i = std::max(0, static_cast<int>(std::ceil(from * 255)));
         i <= std::min(255, static_cast<int>(to * 255)); ++i)
        share += histogram[static_cast<std::size_t>(i)];
    return share;
}

}  // namespace

GreyHistogram greyHistogram(const cv::Mat& analysis) {
    const Table16& linear = linearOfEncoded();
    const Table16& encoded = encodedOfLinear();
    const int channels = analysis.channels();
    const bool alpha = channels % 2 == 0;
    GreyHistogram histogram{};
    double total = 0;
    for (int y = 0; y < analysis.rows; ++y) {
        const uchar* p = analysis.ptr<uchar>(y);
        for (int x = 0; x < analysis.cols; ++x, p += channels) {
            const double weight = alpha ? p[channels - 1] / 255.0 : 1.0;
            int grey = p[0];
            if (channels >= 3) {
                const std::uint16_t y16 =
                    luminance(linear[p[0] * 257u], linear[p[1] * 257u], linear[p[2] * 257u]);
                grey = encoded[y16] / 257;
            }
            histogram[static_cast<std::size_t>(grey)] += weight;
            total += weight;
        }
    }
    if (total > 0)
        for (double& share : histogram) share /= total;
    return histogram;
}

double quantile(const GreyHistogram& histogram, double share) {
    double sum = 0;
    for (std::size_t i = 0; i < histogram.size(); ++i) {
        sum += histogram[i];
        if (sum >= share) return static_cast<double>(i) / 255;
    }
    return 1;
}

Levels automaticLevels(const GreyHistogram& histogram) {
    Levels levels{quantile(histogram, outer_share), quantile(histogram, 1 - outer_share), 0};
    const auto commonest = std::max_element(histogram.begin(), histogram.end());
    const double paper = static_cast<double>(commonest - histogram.begin()) / 255;
    if (paper >= darkest_paper &&
        shareBetween(histogram, paper - paper_half_band, paper + paper_half_band) >= paper_share)
        levels.white = std::min(levels.white, paper - lightest_ink_on_paper);
    if (levels.white - levels.black < least_range) return {0, 1, 0.29};
    double mean = 0, square = 0;
    for (std::size_t i = 0; i < histogram.size(); ++i) {
        const double v = std::clamp(
            (static_cast<double>(i) / 255 - levels.black) / (levels.white - levels.black), 0.0, 1.0);
        mean += histogram[i] * v;
        square += histogram[i] * v * v;
    }
    levels.spread = std::sqrt(std::max(0.0, square - mean * mean));
    return levels;
}

}  // namespace tympan
