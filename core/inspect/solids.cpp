#include "core/inspect/solids.h"

#include <algorithm>
#include <opencv2/imgproc.hpp>

#include "core/render/render_region.h"

namespace tympan {

namespace {

constexpr double looking_ppi = 150, most_pixels_looked_at = 6e6;

/// How far each pixel of a mask is from the nearest that is not in it, in pixels.
cv::Mat distanceInside(const cv::Mat& mask) {
    cv::Mat distance;
    cv::distanceTransform(mask, distance, cv::DIST_L2, cv::DIST_MASK_PRECISE);
    return distance;
}

}  // namespace

std::vector<SolidArea> solidAreas(const cv::Mat& ink, const PixelGrid& grid, const SolidLimits& limits) {
    cv::Mat grey = ink;
    if (ink.channels() == 3) cv::cvtColor(ink, grey, cv::COLOR_RGB2GRAY);
    // A rim of bare paper, so that the edge of the print ends an area too.
    cv::Mat dark;
    cv::copyMakeBorder(grey <= 255 * (1 - limits.ink), dark, 1, 1, 1, 1, cv::BORDER_CONSTANT, 0);
    const double radius = limits.width_mm / 2 / grid.pixel_mm();
    const cv::Mat narrow = distanceInside(dark) < radius;  // no disc has its middle here
    if (cv::countNonZero(narrow) == static_cast<int>(narrow.total())) return {};
    const cv::Mat wide = dark & (distanceInside(narrow) <= radius);
    cv::Mat labels, stats, middles;
    const int count = cv::connectedComponentsWithStats(wide, labels, stats, middles, 8, CV_32S);
    const double p = grid.pixel_mm();
    std::vector<SolidArea> areas;
    for (int i = 1; i < count; ++i) {
        const auto at = [&](int what) { return stats.at<int>(i, what); };
        areas.push_back({{(at(cv::CC_STAT_LEFT) - 1) * p, (at(cv::CC_STAT_TOP) - 1) * p,
                          at(cv::CC_STAT_WIDTH) * p, at(cv::CC_STAT_HEIGHT) * p},
                         at(cv::CC_STAT_AREA) * p * p / 100});
    }
    std::sort(areas.begin(), areas.end(),
              [](const SolidArea& a, const SolidArea& b) { return a.area_cm2 > b.area_cm2; });
    return areas;
}

double inkCoverage(const cv::Mat& ink) {
    const cv::Scalar mean = cv::mean(ink);
    double sum = 0;
    for (int c = 0; c < ink.channels(); ++c) sum += mean[c];
    return 1 - sum / ink.channels() / 255;
}

ToneRaster toneRaster(const Job& job, const Piece& piece) {
    Print print = printOf(job, piece, previewPpi(job, piece, looking_ppi, most_pixels_looked_at));
    print.mirrored = Mirrored::no;
    print.tone.screen = {};
    return {renderWhole(print), print.grid};
}

}  // namespace tympan
