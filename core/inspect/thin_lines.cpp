#include "core/inspect/thin_lines.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

namespace tympan {

namespace {

constexpr double inked = 0.35;       // k from which a pixel counts as line
constexpr double least_length = 8;   // in widths of the limit: shorter is a corner or a dot
constexpr double stands_out = 0.22;  // k above that of what is beside it
constexpr double worth_mm = 5;       // all thin lines together, to be worth a look
constexpr std::size_t most_line_places = 6;

struct Line {
    double width_mm, length_mm;
    cv::Rect box;
};

/// How dark the darkest twentieth of a line is, 0 to 255; never 0.
double darkest(const cv::Mat& line) {
    std::vector<int> count(256, 0);
    int all = 0;
    for (int y = 0; y < line.rows; ++y)
        for (int x = 0; x < line.cols; ++x)
            if (const int k = 255 - line.at<uchar>(y, x); k > 0) ++count[static_cast<std::size_t>(k)], ++all;
    int so_far = 0;
    for (int k = 255; k > 0; --k)
        if ((so_far += count[static_cast<std::size_t>(k)]) * 20 >= all) return k;
    return 1;
}

/// Whether a line is darker than what is on both its sides: the grain of a photograph is not.
bool standsOut(const cv::Mat& ink, const std::vector<cv::Point>& contour, int side) {
    const cv::Rect box = cv::boundingRect(contour), all(0, 0, ink.cols, ink.rows);
    const int rim = side + 2;
    const cv::Rect room = cv::Rect(box.x - rim, box.y - rim, box.width + 2 * rim, box.height + 2 * rim) & all;
    cv::Mat own(room.size(), CV_8UC1, cv::Scalar(0)), beside;
    cv::drawContours(own, std::vector<std::vector<cv::Point>>{contour}, 0, 255, cv::FILLED, 8, {}, 0,
                     -room.tl());
    cv::dilate(own, beside, cv::Mat::ones(2 * rim + 1, 2 * rim + 1, CV_8U));
    cv::Mat soft;
    cv::dilate(own, soft, cv::Mat::ones(3, 3, CV_8U));
    beside &= ~soft;
    if (cv::countNonZero(beside) == 0) return true;
    return cv::mean(ink(room), beside)[0] - cv::mean(ink(room), own)[0] > 255 * stands_out;
}

/// What of the ink is narrower than `limit_mm`, as lines.
std::vector<Line> narrow(const cv::Mat& ink, const PixelGrid& grid, double limit_mm) {
    const double p = grid.pixel_mm();
    // The limit itself is not thin: half a pixel is left to rounding.
    const int side = std::max(2, static_cast<int>(std::lround(limit_mm / p)));
    const cv::Mat dark = ink < 255 * (1 - inked);
    // What the edge of a sample cuts goes on beyond it: a line that grazes the edge is not thin there.
    cv::Mat wide;
    cv::copyMakeBorder(dark, wide, side, side, side, side, cv::BORDER_REPLICATE);
    cv::morphologyEx(wide, wide, cv::MORPH_OPEN, cv::getStructuringElement(cv::MORPH_ELLIPSE, {side, side}));
    wide = wide(cv::Rect(side, side, ink.cols, ink.rows)).clone();
    // Rounded corners of wide parts are no lines: they touch them.
    cv::dilate(wide, wide, cv::getStructuringElement(cv::MORPH_RECT, {3, 3}));
    const cv::Mat thin = dark & ~wide;
    std::vector<std::vector<cv::Point>> contours;
    cv::findContours(thin, contours, cv::RETR_EXTERNAL, cv::CHAIN_APPROX_NONE);
    std::vector<Line> lines;
    for (const auto& contour : contours) {
        const double length = cv::arcLength(contour, true) / 2;
        if (length < least_length * side) continue;
        const cv::Rect box = cv::boundingRect(contour), all(0, 0, ink.cols, ink.rows);
        const cv::Rect room = cv::Rect(box.x - 2, box.y - 2, box.width + 4, box.height + 4) & all;
        // The ink of the line, soft rims and all: on and next to it, and nothing of what is wide.
        cv::Mat own(room.size(), CV_8UC1, cv::Scalar(0));
        cv::drawContours(own, std::vector<std::vector<cv::Point>>{contour}, 0, 255, cv::FILLED, 8, {}, 0,
                         -room.tl());
        own &= thin(room);
        cv::dilate(own, own, cv::getStructuringElement(cv::MORPH_RECT, {3, 3}));
        own &= ~wide(room);
        cv::Mat line = ink(room).clone();
        line.setTo(255, ~own);
        // A grey line holds less ink for its width: what its darkest pixels have is taken for full.
        const double held = cv::sum(255 - line)[0] / darkest(line);
        const double width = held / length * p;
        if (!standsOut(ink, contour, side)) continue;
        if (width < limit_mm) lines.push_back({width, length * p, box});
    }
    return lines;
}

/// The width that a tenth of the length is thinner than.
double tenth(std::vector<Line>& lines, double length) {
    std::sort(lines.begin(), lines.end(),
              [](const Line& a, const Line& b) { return a.width_mm < b.width_mm; });
    double so_far = 0;
    for (const Line& line : lines)
        if (so_far += line.length_mm; so_far >= length / 10) return line.width_mm;
    return lines.back().width_mm;
}

}  // namespace

std::optional<ThinLines> thinLines(const cv::Mat& ink, const PixelGrid& grid, double limit_mm) {
    std::vector<Line> lines = narrow(ink, grid, limit_mm);
    ThinLines found;
    for (const Line& line : lines) found.length_mm += line.length_mm;
    if (lines.empty() || found.length_mm < worth_mm) return {};
    found.finest_mm = tenth(lines, found.length_mm);
    std::sort(lines.begin(), lines.end(),
              [](const Line& a, const Line& b) { return a.length_mm > b.length_mm; });
    const double p = grid.pixel_mm();
    for (std::size_t i = 0; i < std::min(lines.size(), most_line_places); ++i)
        found.places.push_back(
            {lines[i].box.x * p, lines[i].box.y * p, lines[i].box.width * p, lines[i].box.height * p});
    return found;
}

std::optional<double> finestLine(const cv::Mat& ink, const PixelGrid& grid) {
    // Broad lines are measured well enough on a smaller copy.
    for (const auto& [limit, smaller] : {std::pair{0.3, 1.0}, {0.6, 1.0}, {1.2, 2.0}, {3.0, 4.0}}) {
        cv::Mat copy = ink;
        if (smaller > 1) cv::resize(ink, copy, {}, 1 / smaller, 1 / smaller, cv::INTER_AREA);
        if (copy.empty()) break;
        std::vector<Line> lines = narrow(copy, {grid.ppi / smaller}, limit);
        double length = 0;
        for (const Line& line : lines) length += line.length_mm;
        if (length >= worth_mm) return tenth(lines, length);
    }
    return {};
}

}  // namespace tympan
