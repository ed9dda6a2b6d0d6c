#include "core/render/reference.h"

#include <algorithm>
#include <opencv2/imgproc.hpp>

#include "core/job/landing.h"
#include "core/measure/length.h"
#include "core/render/finished.h"
#include "core/render/preview.h"

namespace tympan {

namespace {

// Of 255 that are bare: less ink than this is pale to the eye beside the ground. A guess of ours.
constexpr double pale = 224;

}  // namespace

Reference referenceOf(const Job& job, const Piece& piece, int most_px, const Progress& progress) {
    const SizeMm size = printSizeOf(job, piece);
    const double ppi = most_px * mm_per_inch / std::max({size.width, size.height, 1.0});
    const Print print = printOf(job, piece, ppi);
    const cv::Mat ink = previewInk(print, progress);
    Reference reference;
    reference.face = finishedPrint(job, piece, print, ink, {});
    cv::Mat grey = ink;
    if (ink.channels() == 3) cv::cvtColor(ink, grey, cv::COLOR_RGB2GRAY);
    // Specks of white are no place to feel.
    cv::Mat smooth;
    cv::GaussianBlur(grey, smooth, {}, std::max(1.0, grey.cols / 250.0));
    cv::threshold(smooth, reference.white, pale, 255, cv::THRESH_BINARY);
    return reference;
}

}  // namespace tympan
