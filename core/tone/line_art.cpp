#include "core/tone/line_art.h"

#include <cmath>
#include <numbers>
#include <opencv2/imgproc.hpp>

#include "core/tone/box_mean.h"

namespace tympan {

namespace {

constexpr double leaning = 0.2, half_white = 32767;
constexpr int directions = 8;
// A line that may be continued is so much longer than the gap: longer than a line as thick as the gap is in
// any other of the directions, so that lines side by side are not joined.
constexpr double line_to_gap = 3;

int pixels(double mm, const PixelGrid& grid) {
    return static_cast<int>(std::lround(std::min(mm, most_local_mm) / grid.pixel_mm()));
}

int aroundPx(const LineArt& art, const PixelGrid& grid) {
    return std::max(1, pixels(art.around_mm / 2, grid));
}
int gapPx(const LineArt& art, const PixelGrid& grid) { return pixels(art.gaps_mm, grid); }
int linePx(int gap) { return static_cast<int>(std::ceil(line_to_gap * gap)) + 1; }

/// A straight row of pixels of odd length through the middle.
cv::Mat lineElement(int length, int direction) {
    const int half = (length + 1) / 2;
    const double angle = std::numbers::pi * direction / directions;
    cv::Mat element(2 * half + 1, 2 * half + 1, CV_8UC1, cv::Scalar(0));
    for (int i = -half; i <= half; ++i)
        element.at<uchar>(half + cvRound(i * std::sin(angle)), half + cvRound(i * std::cos(angle))) = 1;
    return element;
}

void dropSpecks(cv::Mat& mask, int most) {
    cv::Mat labels, stats, middles;
    const int count = cv::connectedComponentsWithStats(mask, labels, stats, middles, 8, CV_32S);
    for (int i = 1; i < count; ++i) {
        const auto at = [&](int what) { return stats.at<int>(i, what); };
        if (at(cv::CC_STAT_WIDTH) > most || at(cv::CC_STAT_HEIGHT) > most) continue;
        const cv::Rect box(at(cv::CC_STAT_LEFT), at(cv::CC_STAT_TOP), at(cv::CC_STAT_WIDTH),
                           at(cv::CC_STAT_HEIGHT));
        mask(box).setTo(0, labels(box) == i);
    }
}

void closeGaps(cv::Mat& black, int gap) {
    const cv::Mat lines = black.clone();
    for (int direction = 0; direction < directions; ++direction) {
        cv::Mat along, joined;
        cv::morphologyEx(lines, along, cv::MORPH_OPEN, lineElement(linePx(gap), direction));
        cv::morphologyEx(along, joined, cv::MORPH_CLOSE, lineElement(gap + 1, direction));
        black |= joined;
    }
}

}  // namespace

int reachOf(const LineArt& art, const PixelGrid& grid) {
    if (art.kind == LineArt::Kind::off) return 0;
    int reach = art.kind == LineArt::Kind::local ? aroundPx(art, grid) : 0;
    if (const int speck = pixels(art.specks_mm, grid); speck > 0) reach += 2 * (speck + 1);
    if (const int gap = gapPx(art, grid); gap > 0) reach += 2 * (linePx(gap) + gap + 4);
    return reach;
}

cv::Mat localBlackAndWhite(const cv::Mat& seen, int limit, const LineArt& art, const PixelGrid& grid) {
    cv::Mat result(seen.size(), CV_16UC1);
    eachSquareRow(seen, aroundPx(art, grid), true, [&](int y, const SquareRow& row) {
        const auto* value = seen.ptr<std::uint16_t>(y);
        auto* out = result.ptr<std::uint16_t>(y);
        for (std::size_t x = 0; x < row.sum.size(); ++x) {
            const double mean = row.sum[x] * row.part[x];
            const double spread = std::sqrt(std::max(0.0, row.squares[x] * row.part[x] - mean * mean));
            const double own = mean * (1 + leaning * (spread / half_white - 1));
            out[x] = value[x] < own || value[x] < limit * 257.0 / 2 ? 0 : 65535;
        }
    });
    return result;
}

void mendLines(cv::Mat& ink, const LineArt& art, const PixelGrid& grid) {
    const int speck = pixels(art.specks_mm, grid), gap = gapPx(art, grid);
    if (speck < 1 && gap < 1) return;
    if (speck > 0) {
        cv::Mat black = ink < 128;
        dropSpecks(black, speck);
        cv::Mat white = ~black;
        dropSpecks(white, speck);
        ink = white;
    }
    if (gap > 0) {
        cv::Mat black = ink < 128;
        closeGaps(black, gap);
        ink = ~black;
    }
}

}  // namespace tympan
