#include "core/marks/swab_patches.h"

#include <algorithm>
#include <opencv2/imgproc.hpp>

#include "core/render/render_region.h"

namespace tympan {

namespace {

// The size of a spot that a swab touches, and of the patch that is printed of it. Red begins where CIELAB's
// a* is so large (a guess of ours).
constexpr double spot_mm = 2, patch_mm = 8, least_red = 25;
constexpr double looked_at_ppi = 60, most_px = 400'000;

}  // namespace

bool isSwabbed(const Job& job, const Piece& piece) {
    const StepUse use{printerOf(job, piece).kind};
    return std::any_of(piece.method->steps.begin(), piece.method->steps.end(),
                       [&](const Step& step) { return step.work == Work::swab && isNeeded(step, use); });
}

RunningInks runningInks(const Job& job, const Piece& piece, const Progress& progress) {
    const Print print = plainPrint(job, piece, previewPpi(job, piece, looked_at_ppi, most_px));
    cv::Mat ink = renderWhole(print, progress);
    if (ink.channels() == 1) cv::cvtColor(ink, ink, cv::COLOR_GRAY2RGB);
    const int spot = std::max(1, static_cast<int>(std::lround(spot_mm / print.grid.pixel_mm())));
    cv::blur(ink, ink, {spot, spot}, {-1, -1}, cv::BORDER_REPLICATE);
    cv::Mat lab, channels[3];
    ink.convertTo(lab, CV_32F, 1 / 255.0);
    cv::cvtColor(lab, lab, cv::COLOR_RGB2Lab);
    cv::split(lab, channels);
    const auto colourAt = [&](const cv::Point& at) {
        const auto& rgb = ink.at<cv::Vec3b>(at);
        return Rgb8{rgb[0], rgb[1], rgb[2]};
    };
    cv::Point darkest, reddest;
    double most_red = 0;
    cv::minMaxLoc(channels[0], nullptr, nullptr, &darkest, nullptr);
    cv::minMaxLoc(channels[1], nullptr, &most_red, nullptr, &reddest);
    RunningInks inks{colourAt(darkest), {}};
    if (most_red >= least_red) inks.reddest = colourAt(reddest);
    return inks;
}

Marks swabPatches(const Language& say, const RunningInks& inks) {
    Marks marks{Words{say(Text("a damp swab here: does it run?")), {0, 0}, 2.2, 0, false}};
    const auto add = [&](double x, const Rgb8& colour) {
        FilledShape patch = box({x, 1, patch_mm, patch_mm});
        patch.colour = colour;
        marks.push_back(patch);
    };
    add(0, inks.darkest);
    if (inks.reddest) add(patch_mm + 3, *inks.reddest);
    return marks;
}

}  // namespace tympan
