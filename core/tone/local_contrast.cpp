#include "core/tone/local_contrast.h"

#include <cmath>

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
    eachSquareRow(seen, radius, true, [&](int y, const SquareRow& row) {
        auto *shares = share.ptr<std::uint16_t>(y), *shifts = shift.ptr<std::uint16_t>(y);
        for (std::size_t x = 0; x < row.sum.size(); ++x) {
            const double mean = row.sum[x] * row.part[x];
            const double spread = std::max(0.0, row.squares[x] * row.part[x] - mean * mean);
            const double a = spread / (spread + edge_step * edge_step);
            shares[x] = rounded(a * 65535);
            shifts[x] = rounded((1 - a) * mean);
        }
    });
    cv::Mat base(seen.size(), CV_32FC1);
    eachSquareRow(shift, radius, false, [&](int y, const SquareRow& row) {
        auto* b = base.ptr<float>(y);
        for (std::size_t x = 0; x < row.sum.size(); ++x) b[x] = static_cast<float>(row.sum[x] * row.part[x]);
    });
    eachSquareRow(share, radius, false, [&](int y, const SquareRow& row) {
        const auto* s = seen.ptr<std::uint16_t>(y);
        const auto* b = base.ptr<float>(y);
        auto* p = grey.ptr<std::uint16_t>(y);
        for (std::size_t x = 0; x < row.sum.size(); ++x)
            p[x] = rounded(p[x] + gain * (s[x] - (row.sum[x] * row.part[x] / 65535 * s[x] + b[x])));
    });
}

}  // namespace tympan
