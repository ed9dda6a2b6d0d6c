#include "core/render/separated.h"

#include <opencv2/imgproc.hpp>

#include "core/tone/dark_cloth.h"

namespace tympan {

namespace {

double chokePixels(const Print& print) { return print.cloth->choke_mm / print.grid.pixel_mm(); }

/// What is opaque of a picture, 0 to 255; none when all of it is.
cv::Mat opaqueOf(const cv::Mat& resampled) {
    if (resampled.channels() % 2 != 0) return {};
    cv::Mat alpha, opaque;
    cv::extractChannel(resampled, alpha, resampled.channels() - 1);
    alpha.convertTo(opaque, CV_8U, 1 / 257.0);
    return opaque;
}

/// Ink on paper without the paper that shows through it.
cv::Mat withoutPaper(const cv::Mat& on_paper, const cv::Mat& opaque) {
    if (opaque.empty()) return on_paper.clone();
    cv::Mat ink(on_paper.size(), on_paper.type());
    const int channels = ink.channels();
    for (int y = 0; y < ink.rows; ++y) {
        const auto *p = on_paper.ptr<std::uint8_t>(y), *a = opaque.ptr<std::uint8_t>(y);
        auto* out = ink.ptr<std::uint8_t>(y);
        for (int x = 0; x < ink.cols; ++x)
            for (int c = 0; c < channels; ++c, ++p, ++out)
                *out = a[x] == 0 ? 255 : cv::saturate_cast<std::uint8_t>((*p - (255 - a[x])) * 255.0 / a[x]);
    }
    return ink;
}

/// What is printed of each pixel, times how much of it is there.
void lessen(cv::Mat& kept, const cv::Mat& by) {
    if (!by.empty()) cv::multiply(kept, by, kept, 1 / 255.0);
}

/// Solid where a screen says so: thresholds are asked with ink, which is what is not printed here.
void makeSolid(cv::Mat& kept, const Screen& screen, const PixelGrid& grid, const RectPx& box, Rims rims) {
    cv::bitwise_not(kept, kept);
    layScreen(kept, screen, grid, box, rims);
    cv::bitwise_not(kept, kept);
}

/// With a bare pixel about it where it ends at the raster's rim: beyond that nothing is printed.
cv::Mat framed(const cv::Mat& kept, const Print& print, const RectPx& box) {
    cv::Mat with;
    cv::copyMakeBorder(kept, with, box.y == 0, box.bottom() == print.size.height, box.x == 0,
                       box.right() == print.size.width, cv::BORDER_CONSTANT, 0);
    return with;
}
cv::Mat unframed(const cv::Mat& with, const RectPx& box) {
    return with(cv::Rect(box.x == 0, box.y == 0, box.width, box.height)).clone();
}

}  // namespace

int separationReach(const Print& print) {
    if (!print.cloth) return 0;
    const double choke = chokePixels(print);
    return fineHoleReach(choke) + supportReach(choke) +
           (print.layer == PrintLayer::white ? chokeReach(choke) : 0);
}

cv::Mat separated(const Print& print, const cv::Mat& on_paper, const cv::Mat& resampled, const RectPx& box,
                  Rims rims) {
    const DarkCloth& wishes = print.tone.dark_cloth;
    const cv::Mat opaque = opaqueOf(resampled);
    cv::Mat ink = withoutPaper(on_paper, opaque);
    const double choke = chokePixels(print);
    cv::Mat kept = withoutFineHoles(keptFrom(ink, print.cloth->colour, wishes), choke).clone();
    lessen(kept, opaque);
    if (print.edge) lessen(kept, edgeCoverage(*print.edge, print.grid, box));
    // Scattered dots depend on all those before them, which two layers cannot share: laid as they are.
    const Screen& screen = print.tone.screen;
    if (screen.kind != Screen::Kind::none && screen.kind != Screen::Kind::scatter) {
        shareWithCloth(ink, kept);
        makeSolid(kept, screen, print.grid, box, rims);
    }
    const Exactness exactness = rims == Rims::smooth ? Exactness::quick : Exactness::exact;
    const cv::Mat printed = supported(framed(kept, print, box), choke, exactness);
    if (print.layer == PrintLayer::white) {
        cv::Mat white;
        unframed(choked(printed, choke, exactness), box).convertTo(white, CV_8U, -wishes.white / 100.0, 255);
        return white;
    }
    return colourOver(ink, unframed(printed, box), print.cloth->colour);
}

}  // namespace tympan
