#include "core/tone/box_mean.h"

#include <algorithm>
#include <vector>

#include "core/base/parallel.h"

namespace tympan {

namespace {

/// Sliding sums of one row of column sums.
void slide(const std::vector<std::uint64_t>& columns, int radius, double* out) {
    const int count = static_cast<int>(columns.size());
    std::uint64_t sum = 0;
    for (int x = 0; x < std::min(radius, count); ++x) sum += columns[static_cast<std::size_t>(x)];
    for (int x = 0; x < count; ++x) {
        if (x + radius < count) sum += columns[static_cast<std::size_t>(x + radius)];
        if (x - radius - 1 >= 0) sum -= columns[static_cast<std::size_t>(x - radius - 1)];
        out[x] = static_cast<double>(sum);
    }
}

}  // namespace

double SquareSums::count(int row, int column) const {
    const int down = std::min(sum.rows - 1, row + radius) - std::max(0, row - radius) + 1;
    const int across = std::min(sum.cols - 1, column + radius) - std::max(0, column - radius) + 1;
    return 1.0 * down * across;
}

SquareSums squareSums(const cv::Mat& values, int radius, bool with_squares) {
    SquareSums sums{cv::Mat(values.size(), CV_64FC1), {}, radius};
    if (with_squares) sums.squares.create(values.size(), CV_64FC1);
    inTwoParts(values.rows, [&](int first, int last) {
        const auto wide = static_cast<std::size_t>(values.cols);
        std::vector<std::uint64_t> columns(wide, 0), squares(with_squares ? wide : 0, 0);
        const auto take = [&](int row, bool in) {
            if (row < 0 || row >= values.rows) return;
            const auto* p = values.ptr<std::uint16_t>(row);
            for (std::size_t x = 0; x < wide; ++x) {
                const std::uint64_t v = p[x];
                columns[x] += in ? v : 0 - v;
                if (with_squares) squares[x] += in ? v * v : 0 - v * v;
            }
        };
        for (int row = first - radius; row < first + radius; ++row) take(row, true);
        for (int y = first; y < last; ++y) {
            take(y + radius, true);
            if (y > first) take(y - radius - 1, false);
            slide(columns, radius, sums.sum.ptr<double>(y));
            if (with_squares) slide(squares, radius, sums.squares.ptr<double>(y));
        }
    });
    return sums;
}

}  // namespace tympan
