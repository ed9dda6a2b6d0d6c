#include "core/tone/box_mean.h"

#include <algorithm>
#include <utility>

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

void eachSquareRow(const cv::Mat& values, int radius, bool with_squares,
                   const std::function<void(int row, const SquareRow&)>& use) {
    const auto held = [radius](int at, int length) {
        return std::min(length - 1, at + radius) - std::max(0, at - radius) + 1;
    };
    inTwoParts(values.rows, [&](int first, int last) {
        const auto wide = static_cast<std::size_t>(values.cols);
        std::vector<std::uint64_t> columns(wide, 0), squares(with_squares ? wide : 0, 0);
        SquareRow row{std::vector<double>(wide), std::vector<double>(squares.size()),
                      std::vector<double>(wide)};
        const auto take = [&](int at, bool in) {
            if (at < 0 || at >= values.rows) return;
            const auto* p = values.ptr<std::uint16_t>(at);
            for (std::size_t x = 0; x < wide; ++x) {
                const std::uint64_t v = p[x];
                columns[x] += in ? v : 0 - v;
                if (with_squares) squares[x] += in ? v * v : 0 - v * v;
            }
        };
        for (int at = first - radius; at < first + radius; ++at) take(at, true);
        int down = 0;
        for (int y = first; y < last; ++y) {
            take(y + radius, true);
            if (y > first) take(y - radius - 1, false);
            slide(columns, radius, row.sum.data());
            if (with_squares) slide(squares, radius, row.squares.data());
            if (std::exchange(down, held(y, values.rows)) != held(y, values.rows))
                for (int x = 0; x < values.cols; ++x)
                    row.part[static_cast<std::size_t>(x)] = 1.0 / (1.0 * down * held(x, values.cols));
            use(y, row);
        }
    });
}

}  // namespace tympan
