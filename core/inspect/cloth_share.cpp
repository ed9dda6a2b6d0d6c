#include "core/inspect/cloth_share.h"

#include <algorithm>
#include <opencv2/imgproc.hpp>

#include "core/artwork/grey.h"
#include "core/render/print.h"
#include "core/render/render_region.h"

namespace tympan {

namespace {

constexpr double most_looked_at_px = 5e5, near_mm = 0.5, differs = 255.0 / 30;

/// Where a picture shows something: neighbours that differ.
cv::Mat detailIn(const cv::Mat& grey, const PixelGrid& grid) {
    const int side = 2 * std::max(1, cvRound(near_mm / grid.pixel_mm())) + 1;
    const cv::Mat about = cv::getStructuringElement(cv::MORPH_RECT, {side, side});
    cv::Mat most, least;
    cv::dilate(grey, most, about);
    cv::erode(grey, least, about);
    return (most - least) > differs;
}

}  // namespace

ClothShare clothShareOf(const Job& job, const Piece& piece, const Progress& progress) {
    const double ppi = previewPpi(job, piece, job.sheets.ppi, most_looked_at_px);
    Print print = plainPrint(job, piece, ppi);
    if (!print.cloth) return {};
    // As it would be without the cloth, for what it shows; then what is kept, as the white without a choke.
    Print whole = print;
    whole.cloth.reset();
    cv::Mat seen = renderWhole(whole, progress);
    if (seen.channels() == 3) seen = greyOf(seen);
    print.layer = PrintLayer::white;
    print.tone.dark_cloth.white = 100;
    const cv::Mat white = renderWhole(print, progress);
    print.cloth->choke_mm = 0;
    const cv::Mat kept = renderWhole(print, progress);
    const double pixel_cm2 = print.grid.pixel_mm() * print.grid.pixel_mm() / 100;
    const cv::Mat left = kept > 127;
    cv::Mat lost = detailIn(seen, print.grid) & left, bare = (white > 127) & ~left;
    return {static_cast<double>(kept.total()) * pixel_cm2, cv::countNonZero(left) * pixel_cm2,
            cv::countNonZero(lost) * pixel_cm2, cv::countNonZero(bare) * pixel_cm2};
}

WhiteBeside whiteBeside(double choke_mm, double beside_mm) {
    return {std::max(0.0, beside_mm - choke_mm), choke_mm + beside_mm};
}

}  // namespace tympan
