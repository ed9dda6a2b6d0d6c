#include "core/render/print.h"

#include <cmath>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/job/turns.h"

namespace tympan {

namespace {

/// The part of the artwork that a box of the picture (mm about its middle) shows.
SourceBox sourceOf(const Piece& piece, const RectMm& box) {
    const SourceBox all = centredCrop(*piece.artwork, piece.size);
    // Exactly all of it when the box is: sums of fractions may be off by a rounding error.
    if (box.width >= piece.size.width && box.height >= piece.size.height) return all;
    const auto across = [&](double x) { return std::lerp(all.left, all.right, x / piece.size.width + 0.5); };
    const auto down = [&](double y) { return std::lerp(all.top, all.bottom, y / piece.size.height + 0.5); };
    return {std::max(0.0, across(box.x)), std::max(0.0, down(box.y)), std::min(1.0, across(box.right())),
            std::min(1.0, down(box.bottom()))};
}

}  // namespace

Print printOf(const Job& job, const Piece& piece, double ppi) {
    const Landing landing = landingOf(job, piece);
    Print print;
    print.artwork = piece.artwork;
    print.box = landing.bend ? centredCrop(*piece.artwork, piece.size) : sourceOf(piece, landing.box);
    print.grid = {ppi};
    print.asked = {landing.box.width, landing.box.height};
    print.size = print.grid.printPixels(print.asked);
    print.mirrored = mirroredBy(job, piece);
    print.ink = inkOf(piece);
    print.tone = piece.tone;
    if (1.0 * print.size.width * print.size.height > most_pixels)
        throw Error(
            Error::Kind::input, piece.name,
            fmt::format("{} x {} pixels are more than can be printed", print.size.width, print.size.height),
            "make the picture smaller, or ask for fewer pixels an inch");
    if (landing.ink)
        print.edge =
            std::make_shared<const InkEdge>(InkEdge{moved(*landing.ink, {-landing.box.x, -landing.box.y}),
                                                    piece.edge.rim, piece.edge.rim_mm, piece.edge.seed});
    if (landing.bend)
        print.bend = std::make_shared<const PrintBend>(PrintBend{*landing.bend,
                                                                 landing.at,
                                                                 landing.turn_deg,
                                                                 {landing.box.x, landing.box.y},
                                                                 piece.size,
                                                                 print.grid.printPixels(piece.size)});
    return print;
}

double previewPpi(const Job& job, const Piece& piece, double ppi, double most) {
    const SizeMm size = printSizeOf(job, piece);
    const double square_inches = size.width * size.height / (mm_per_inch * mm_per_inch);
    return std::min(ppi, std::sqrt(most / square_inches));
}

double effectivePpi(const Piece& piece) {
    const SourceBox box = centredCrop(*piece.artwork, piece.size);
    const double across = piece.artwork->size.width * (box.right - box.left) / piece.size.width;
    const double down = piece.artwork->size.height * (box.bottom - box.top) / piece.size.height;
    return std::min(across, down) * mm_per_inch;
}

}  // namespace tympan
