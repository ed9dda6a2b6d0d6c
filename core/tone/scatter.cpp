#include "core/tone/scatter.h"

#include <algorithm>
#include <vector>

namespace tympan {

namespace {

constexpr int band_rows = 512;

}  // namespace

cv::Mat scattered(const SizePx& size, const std::function<cv::Mat(int first, int last)>& greys,
                  const Progress& progress) {
    cv::Mat dots = newPixels({(size.width + 7) / 8, size.height}, CV_8UC1);
    dots.setTo(0);
    // Errors in sixteenths, for this row and the next, with a place to spare at both ends.
    std::vector<int> here(static_cast<std::size_t>(size.width) + 2, 0), next(here.size(), 0);
    for (int top = 0; top < size.height; top += band_rows) {
        progress.at(1.0 * top / size.height);
        const int bottom = std::min(size.height, top + band_rows);
        const cv::Mat band = greys(top, bottom);
        for (int y = top; y < bottom; ++y) {
            const auto* p = band.ptr<std::uint8_t>(y - top);
            auto* out = dots.ptr<std::uint8_t>(y);
            const bool back = y % 2 != 0;
            std::fill(next.begin(), next.end(), 0);
            for (int i = 0; i < size.width; ++i) {
                const int x = back ? size.width - 1 - i : i, step = back ? -1 : 1;
                const auto at = [&](int column) { return static_cast<std::size_t>(column + 1); };
                const int wanted = 255 - p[x] + (here[at(x)] + 8) / 16;
                const bool ink = wanted >= 128;
                if (ink) out[x / 8] = static_cast<std::uint8_t>(out[x / 8] | (0x80 >> (x % 8)));
                const int error = wanted - (ink ? 255 : 0);
                here[at(x + step)] += 7 * error;
                next[at(x - step)] += 3 * error;
                next[at(x)] += 5 * error;
                next[at(x + step)] += error;
            }
            std::swap(here, next);
        }
    }
    return dots;
}

cv::Mat unpacked(const cv::Mat& dots, const RectPx& box) {
    cv::Mat ink(box.height, box.width, CV_8UC1);
    for (int y = 0; y < box.height; ++y) {
        const auto* p = dots.ptr<std::uint8_t>(box.y + y);
        auto* out = ink.ptr<std::uint8_t>(y);
        for (int x = 0; x < box.width; ++x) {
            const int column = box.x + x;
            out[x] = (p[column / 8] & (0x80 >> (column % 8))) != 0 ? 0 : 255;
        }
    }
    return ink;
}

}  // namespace tympan
