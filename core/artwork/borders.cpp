#include "core/artwork/borders.h"

#include <functional>

#include "core/artwork/grey.h"

namespace tympan {

namespace {

constexpr int black_below = 45, white_above = 242;
constexpr double even_share = 0.97, most_part = 0.2;
// What follows a rim is another matter: no more than this share of its first lines is like it.
constexpr double edge_share = 0.6;
constexpr int edge_lines = 3;

/// How many lines from one side are of a kind, by a share of each; 0 when they end in no edge.
int rim(int side, const std::function<double(int line)>& share) {
    const int most = static_cast<int>(most_part * side);
    int lines = 0;
    while (lines <= most && share(lines) >= even_share) ++lines;
    if (lines == 0 || lines > most) return 0;
    double least = 1;
    for (int i = 0; i < edge_lines && lines + i < side; ++i) least = std::min(least, share(lines + i));
    // The last line is half rim, half picture.
    return least <= edge_share ? lines + (share(lines) > edge_share ? 1 : 0) : 0;
}

ArtworkParts insideOf(const cv::Mat& like) {
    const int w = like.cols, h = like.rows;
    const auto row = [&](int y) { return cv::countNonZero(like.row(y)) / (1.0 * w); };
    const auto column = [&](int x) { return cv::countNonZero(like.col(x)) / (1.0 * h); };
    const int top = rim(h, row), bottom = rim(h, [&](int y) { return row(h - 1 - y); });
    const int left = rim(w, column), right = rim(w, [&](int x) { return column(w - 1 - x); });
    return {1.0 * left / w, 1.0 * top / h, 1 - 1.0 * (left + right) / w, 1 - 1.0 * (top + bottom) / h};
}

}  // namespace

StrayBorder strayBorder(const cv::Mat& pixels) {
    // What is see-through is no rim of anything.
    if (pixels.channels() % 2 == 0) return {};
    const cv::Mat grey = greyOf(pixels);
    for (const bool dark : {true, false}) {
        const ArtworkParts inside = insideOf(dark ? grey < black_below : grey > white_above);
        if (inside.whole()) continue;
        // Bare paper round a drawing is no rim; bare paper round a picture without any of it is.
        const cv::Mat rest =
            grey(cv::Rect(static_cast<int>(inside.x * grey.cols), static_cast<int>(inside.y * grey.rows),
                          std::max(1, static_cast<int>(inside.width * grey.cols)),
                          std::max(1, static_cast<int>(inside.height * grey.rows))));
        if (!dark && cv::countNonZero(rest > white_above) > 0.25 * static_cast<double>(rest.total()))
            continue;
        if (dark && cv::countNonZero(rest < black_below) > 0.5 * static_cast<double>(rest.total())) continue;
        return {dark ? StrayBorder::Kind::dark : StrayBorder::Kind::light, inside};
    }
    return {};
}

}  // namespace tympan
