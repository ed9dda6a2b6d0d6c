#include "core/tone/local_contrast.h"

#include <cmath>

#include "core/base/parallel.h"
#include "core/tone/box_mean.h"

namespace tympan {

namespace {

// Steps smaller than this part of white count as detail, larger ones as edges.
constexpr double edge_step = 0.05 * 65535;
constexpr double most_gain = 2;

int radiusPx(const LocalContrast& local, const PixelGrid& grid) {
    return std::max(
        1, static_cast<int>(std::lround(std::min(local.radius_mm, most_local_mm) / grid.pixel_mm() / 2)));
}

std::uint16_t rounded(double value) {
    return static_cast<std::uint16_t>(std::clamp(value + 0.5, 0.0, 65535.0));
}

}  // namespace

int reachOf(const LocalContrast& local, const PixelGrid& grid) {
    return local.amount <= 0 ? 0 : 2 * radiusPx(local, grid);
}

void addLocalContrast(cv::Mat& grey, const cv::Mat& seen, const LocalContrast& local, const PixelGrid& grid) {
    if (local.amount <= 0) return;
    const int radius = radiusPx(local, grid);
    const double gain = most_gain * std::min(local.amount, 100) / 100;
    cv::Mat share(seen.size(), CV_16UC1), shift(seen.size(), CV_16UC1);
    {
        const SquareSums sums = squareSums(seen, radius, true);
        inTwoParts(seen.rows, [&](int first, int last) {
            for (int y = first; y < last; ++y)
                for (int x = 0; x < seen.cols; ++x) {
                    const double n = sums.count(y, x), mean = sums.sum.at<double>(y, x) / n;
                    const double spread = std::max(0.0, sums.squares.at<double>(y, x) / n - mean * mean);
                    const double a = spread / (spread + edge_step * edge_step);
                    share.at<std::uint16_t>(y, x) = rounded(a * 65535);
                    shift.at<std::uint16_t>(y, x) = rounded((1 - a) * mean);
                }
        });
    }
    const SquareSums shares = squareSums(share, radius, false), shifts = squareSums(shift, radius, false);
    inTwoParts(seen.rows, [&](int first, int last) {
        for (int y = first; y < last; ++y) {
            const auto* s = seen.ptr<std::uint16_t>(y);
            auto* p = grey.ptr<std::uint16_t>(y);
            for (int x = 0; x < seen.cols; ++x) {
                const double n = shares.count(y, x);
                const double base =
                    shares.sum.at<double>(y, x) / n / 65535 * s[x] + shifts.sum.at<double>(y, x) / n;
                p[x] = rounded(p[x] + gain * (s[x] - base));
            }
        }
    });
}

}  // namespace tympan
