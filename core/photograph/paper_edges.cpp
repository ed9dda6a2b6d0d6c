#include "core/photograph/paper_edges.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>
#include <optional>

#include <fmt/format.h>

#include "core/artwork/colour.h"
#include "core/base/error.h"
#include "core/photograph/find_marked.h"

namespace tympan {

namespace {

constexpr double outside_mm = 9, inside_mm = 9;  // how far an edge is looked for beside where it should be
constexpr double from_corner_mm = 12;            // corners are often bent
constexpr double apart_mm = 1.0;                 // of the profiles
constexpr double least_step = 0.07;              // between paper and what it lies on, of white
constexpr double near_line_mm = 0.15, least_share = 0.4;

/// That one edge cannot be found.
Text lost(std::size_t side) {
    switch (side) {
        case 0:
            return Text("the left edge of the paper is not to be told from what it lies on");
        case 1:
            return Text("the upper edge of the paper is not to be told from what it lies on");
        case 2:
            return Text("the right edge of the paper is not to be told from what it lies on");
        default:
            return Text("the lower edge of the paper is not to be told from what it lies on");
    }
}

/// A line n.x = d with a unit normal.
struct Line {
    cv::Point2d normal;
    double distance = 0;
    double off(const cv::Point2d& p) const { return normal.dot(p) - distance; }
};

Line lineThrough(const std::vector<cv::Point2d>& points) {
    cv::Point2d middle;
    for (const cv::Point2d& p : points) middle += p / static_cast<double>(points.size());
    double xx = 0, xy = 0, yy = 0;
    for (const cv::Point2d& p : points) {
        const cv::Point2d d = p - middle;
        xx += d.x * d.x, xy += d.x * d.y, yy += d.y * d.y;
    }
    const double way = 0.5 * std::atan2(2 * xy, xx - yy);  // along the line
    const cv::Point2d normal(-std::sin(way), std::cos(way));
    return {normal, normal.dot(middle)};
}

/// The line that most of the points lie near: the best through two of them, then the least squares of those.
std::optional<Line> commonLine(const std::vector<cv::Point2d>& points, double near_px) {
    std::vector<cv::Point2d> best;
    const std::size_t n = points.size(), step = std::max<std::size_t>(1, n / 24);
    for (std::size_t i = 0; i < n; i += step)
        for (std::size_t j = i + n / 4 + 1; j < n; j += step) {
            const Line line = lineThrough({points[i], points[j]});
            std::vector<cv::Point2d> on;
            for (const cv::Point2d& p : points)
                if (std::abs(line.off(p)) < near_px) on.push_back(p);
            if (on.size() > best.size()) best = std::move(on);
        }
    if (static_cast<double>(best.size()) < least_share * static_cast<double>(n) || best.size() < 10)
        return {};
    for (int round = 0; round < 3; ++round) {
        const Line line = lineThrough(best);
        std::vector<cv::Point2d> on;
        for (const cv::Point2d& p : points)
            if (std::abs(line.off(p)) < near_px) on.push_back(p);
        if (on.size() < 10) return {};
        best = std::move(on);
    }
    return lineThrough(best);
}

/// Where a profile is steepest, from its first sample, to a fraction of one; nothing where it hardly changes.
std::optional<double> steepest(const std::vector<float>& profile, int wide) {
    const int n = static_cast<int>(profile.size());
    int at = -1;
    float most = 0;
    const auto step = [&](int i) {
        return std::abs(profile[static_cast<std::size_t>(i + wide)] -
                        profile[static_cast<std::size_t>(i - wide)]);
    };
    for (int i = wide; i + wide < n; ++i)
        if (step(i) > most) most = step(i), at = i;
    if (at < 0 || most < least_step) return {};
    // The middle of the rise: its gradient's centre of mass.
    double sum = 0, weighed = 0;
    for (int i = std::max(1, at - 2 * wide); i <= std::min(n - 2, at + 2 * wide); ++i) {
        const double rise =
            std::abs(profile[static_cast<std::size_t>(i + 1)] - profile[static_cast<std::size_t>(i - 1)]);
        if (rise < 0.2 * most) continue;
        sum += rise, weighed += rise * i;
    }
    return sum > 0 ? weighed / sum : static_cast<double>(at);
}

/// Grey as edges are looked for in it, 0 to 1. A lens blurs light, so that the middle of an edge's encoded
/// values lies too far out; what sharpens and redraws a picture afterwards works on those. Between the two.
cv::Mat forEdges(const cv::Mat& grey) {
    constexpr double between = 0.7;
    cv::Mat table(1, 256, CV_32FC1), light;
    for (std::size_t level = 0; level < 256; ++level)
        table.at<float>(static_cast<int>(level)) =
            static_cast<float>(std::pow(linearOfEncoded()[level * 257] / 65535.0, between));
    cv::LUT(grey, table, light);
    return light;
}

cv::Point2d mapped(const cv::Matx33d& to, double x, double y) {
    const cv::Vec3d p = to * cv::Vec3d(x, y, 1);
    return {p[0] / p[2], p[1] / p[2]};
}

}  // namespace

cv::Matx33d fromSide(const SizeMm& paper, int side) {
    switch (side) {
        case 0:
            return {1, 0, 0, 0, 1, 0, 0, 0, 1};
        case 1:
            return {0, 1, 0, 1, 0, 0, 0, 0, 1};
        case 2:
            return {-1, 0, paper.width, 0, 1, 0, 0, 0, 1};
        default:
            return {0, 1, 0, -1, 0, paper.height, 0, 0, 1};
    }
}

std::array<cv::Point2d, 4> paperCorners(const cv::Mat& grey, const cv::Matx33d& about, const SizeMm& paper,
                                        const std::string& name) {
    std::array<Line, 4> lines;
    for (int side = 0; side < 4; ++side) {
        const cv::Matx33d here = about * fromSide(paper, side);
        const double length = side % 2 == 0 ? paper.height : paper.width;
        const double density = cv::norm(mapped(here, 1, length / 2) - mapped(here, 0, length / 2));
        const double px_per_mm = std::clamp(density, 3.0, 24.0);
        const RectMm box{-outside_mm, from_corner_mm, outside_mm + inside_mm, length - 2 * from_corner_mm};
        cv::Mat strip = squared(grey, here, box, px_per_mm);
        strip = forEdges(strip);
        // A profile looks at some rows together: less noise, and the grain of a table.
        cv::blur(strip, strip, {1, std::max(1, cvRound(apart_mm * px_per_mm))});
        std::vector<cv::Point2d> points;
        const int wide = std::max(1, cvRound(0.25 * px_per_mm));
        for (double y = 0; y < strip.rows; y += apart_mm * px_per_mm) {
            const float* row = strip.ptr<float>(static_cast<int>(y));
            std::vector<float> profile(row, row + strip.cols);
            const auto at = steepest(profile, wide);
            if (!at) continue;
            const cv::Point2d place =
                mapped(here, box.x + (*at + 0.5) / px_per_mm, box.y + (std::floor(y) + 0.5) / px_per_mm);
            if (place.x > 1 && place.y > 1 && place.x < grey.cols - 1 && place.y < grey.rows - 1)
                points.push_back(place);
        }
        std::optional<Line> line;
        if (points.size() > 20) line = commonLine(points, std::max(1.0, near_line_mm * density));
        if (!line)
            throw Error(
                Error::Kind::input, name, lost(static_cast<std::size_t>(side)),
                Text("lay it on something darker, all of it in the picture; or measure it with a ruler"));
        lines[static_cast<std::size_t>(side)] = *line;
    }
    std::array<cv::Point2d, 4> corners;
    for (std::size_t i = 0; i < 4; ++i) {
        // The top left lies on the left and the upper side, and so on.
        const Line &a = lines[i], &b = lines[(i + 1) % 4];
        const double det = a.normal.x * b.normal.y - a.normal.y * b.normal.x;
        corners[i] = {(a.distance * b.normal.y - b.distance * a.normal.y) / det,
                      (a.normal.x * b.distance - b.normal.x * a.distance) / det};
    }
    return corners;
}

}  // namespace tympan
