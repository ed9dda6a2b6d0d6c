#include "core/inspect/solids.h"

#include <algorithm>
#include <opencv2/imgproc.hpp>

#include "core/artwork/grey.h"
#include "core/render/render_region.h"
#include "core/tone/solids.h"

namespace tympan {

namespace {

constexpr double solids_ppi = 150, most_pixels_looked_at = 6e6;

}  // namespace

std::vector<SolidArea> solidAreas(const cv::Mat& ink, const PixelGrid& grid, const SolidLimits& limits) {
    cv::Mat grey = ink;
    if (ink.channels() == 3) grey = greyOf(ink);
    const cv::Mat wide = solidMask(grey, grid, limits);
    cv::Mat labels, stats, middles;
    const int count = cv::connectedComponentsWithStats(wide, labels, stats, middles, 8, CV_32S);
    const double p = grid.pixel_mm();
    std::vector<SolidArea> areas;
    for (int i = 1; i < count; ++i) {
        const auto at = [&](int what) { return stats.at<int>(i, what); };
        areas.push_back({{at(cv::CC_STAT_LEFT) * p, at(cv::CC_STAT_TOP) * p, at(cv::CC_STAT_WIDTH) * p,
                          at(cv::CC_STAT_HEIGHT) * p},
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
    Print print = printOf(job, piece, previewPpi(job, piece, solids_ppi, most_pixels_looked_at));
    print.mirrored = Mirrored::no;
    print.tone.screen = {};
    return {renderWhole(print), print.grid};
}

}  // namespace tympan
