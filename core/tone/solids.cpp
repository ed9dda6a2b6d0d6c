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

/// How far each pixel is from the nearest at which a disc of the limit's width in solid ink has its middle,
/// in pixels; nothing where there is no such disc.
cv::Mat distanceToMiddles(const cv::Mat& ink, const PixelGrid& grid, const SolidLimits& limits) {
    // A rim of bare paper, so that the edge of the print ends an area too.
    cv::Mat dark;
    cv::copyMakeBorder(ink <= 255 * (1 - limits.ink), dark, 1, 1, 1, 1, cv::BORDER_CONSTANT, 0);
    const cv::Mat narrow = distanceInside(dark) < radiusPx(limits, grid);
    if (cv::countNonZero(narrow) == static_cast<int>(narrow.total())) return {};
    return distanceInside(narrow)(cv::Rect(1, 1, ink.cols, ink.rows));
}

}  // namespace

cv::Mat solidMask(const cv::Mat& ink, const PixelGrid& grid, const SolidLimits& limits) {
    const cv::Mat distance = distanceToMiddles(ink, grid, limits);
    if (distance.empty()) return cv::Mat(ink.size(), CV_8UC1, cv::Scalar(0));
    return (ink <= 255 * (1 - limits.ink)) & (distance <= radiusPx(limits, grid));
}

int reachOf(const Solids& solids, const SolidLimits& limits, const PixelGrid& grid) {
    if (solids.kind == Solids::Kind::as_they_are) return 0;
    return static_cast<int>(std::ceil(2 * radiusPx(limits, grid))) + 3;
}

void breakUp(cv::Mat& ink, const Solids& solids, const SolidLimits& limits, const PixelGrid& grid,
             const RectPx& box, Rims rims) {
    if (solids.kind == Solids::Kind::as_they_are) return;
    const cv::Mat distance = distanceToMiddles(ink, grid, limits);
    if (distance.empty()) return;
    // What a disc covers lies as far from the area's edge as it does from the disc's own, or further.
    const cv::Mat inside = distance <= radiusPx(limits, grid) - crisp_mm / grid.pixel_mm();
    // Bare outside, where a screen has nothing to do.
    cv::Mat lighter(ink.size(), CV_8UC1, cv::Scalar(255));
    lighter.setTo(255 - std::clamp(solids.ink, 0, 100) * 255 / 100, inside);
    if (solids.kind == Solids::Kind::hatched) layScreen(lighter, hatching, grid, box, rims);
    if (solids.kind == Solids::Kind::dotted) layScreen(lighter, dots, grid, box, rims);
    cv::max(ink, lighter, lighter);
    lighter.copyTo(ink, inside);
}

}  // namespace tympan
