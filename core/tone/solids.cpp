#include "core/tone/solids.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

namespace tympan {

namespace {

constexpr double crisp_mm = 0.8;
constexpr Screen hatching{Screen::Kind::line, 5, 45}, dots{Screen::Kind::round, 6, 45};

/// How far each pixel of a mask is from the nearest that is not in it, in pixels.
cv::Mat distanceInside(const cv::Mat& mask) {
    cv::Mat distance;
    cv::distanceTransform(mask, distance, cv::DIST_L2, cv::DIST_MASK_5);
    return distance;
}

double radiusPx(const SolidLimits& limits, const PixelGrid& grid) {
    return limits.width_mm / 2 / grid.pixel_mm();
}

}  // namespace

cv::Mat solidMask(const cv::Mat& ink, const PixelGrid& grid, const SolidLimits& limits) {
    // A rim of bare paper, so that the edge of the print ends an area too.
    cv::Mat dark;
    cv::copyMakeBorder(ink <= 255 * (1 - limits.ink), dark, 1, 1, 1, 1, cv::BORDER_CONSTANT, 0);
    const double radius = radiusPx(limits, grid);
    const cv::Mat narrow = distanceInside(dark) < radius;  // no disc has its middle here
    const cv::Rect all(1, 1, ink.cols, ink.rows);
    if (cv::countNonZero(narrow) == static_cast<int>(narrow.total()))
        return cv::Mat(ink.size(), CV_8UC1, cv::Scalar(0));
    const cv::Mat wide = dark & (distanceInside(narrow) <= radius);
    return wide(all);
}

int reachOf(const Solids& solids, const SolidLimits& limits, const PixelGrid& grid) {
    if (solids.kind == Solids::Kind::as_they_are) return 0;
    return static_cast<int>(std::ceil(2 * radiusPx(limits, grid) + crisp_mm / grid.pixel_mm())) + 3;
}

void breakUp(cv::Mat& ink, const Solids& solids, const SolidLimits& limits, const PixelGrid& grid,
             const RectPx& box, Rims rims) {
    if (solids.kind == Solids::Kind::as_they_are) return;
    cv::Mat solid;
    // The edge of the print is an edge of the area; that of a region is none, but lies out of reach.
    cv::copyMakeBorder(solidMask(ink, grid, limits), solid, 1, 1, 1, 1, cv::BORDER_CONSTANT, 0);
    if (cv::countNonZero(solid) == 0) return;
    cv::Mat inside = distanceInside(solid) > crisp_mm / grid.pixel_mm();
    inside = inside(cv::Rect(1, 1, ink.cols, ink.rows));
    cv::Mat lighter(ink.size(), CV_8UC1, cv::Scalar(255 - std::clamp(solids.ink, 0, 100) * 255 / 100));
    if (solids.kind == Solids::Kind::hatched) layScreen(lighter, hatching, grid, box, rims);
    if (solids.kind == Solids::Kind::dotted) layScreen(lighter, dots, grid, box, rims);
    cv::max(ink, lighter, lighter);
    lighter.copyTo(ink, inside);
}

}  // namespace tympan
