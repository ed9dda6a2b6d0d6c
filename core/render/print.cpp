#include "core/render/print.h"

#include <cmath>

#include "core/base/cache.h"
#include "core/job/holds.h"
#include "core/job/matching.h"
#include "core/job/one_print.h"
#include "core/job/print_geometry.h"
#include "core/job/two_passes.h"

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

GreyWeights weightsOf(const Artwork& artwork, const GreyMix& mix) {
    if (mix.kind != GreyMix::Kind::automatic) return greyWeights(mix, artwork.reduced);
    return *remembered(
        "grey mix",
        [](const Artwork& picture, const GreyMix& wish) { return greyWeights(wish, picture.reduced); },
        artwork, mix);
}

Print printOf(const Job& job, const Piece& piece, double ppi) {
    const Landing landing = landingOf(job, piece);
    Print print;
    const bool put_together = piece.artwork->drawn != nullptr;  // of prints that have all this behind them
    print.artwork = piece.artwork;
    print.box = put_together   ? SourceBox{}
                : landing.bend ? centredCrop(*piece.artwork, piece.size)
                               : sourceOf(piece, landing.box);
    const PrintGeometry geometry = geometryOf(job, piece, ppi);
    print.grid = geometry.grid;
    print.asked = geometry.asked;
    print.size = geometry.size;
    print.mirrored = geometry.mirrored;
    print.ink = inkOf(piece);
    print.tone = piece.tone;
    print.mix = print.ink == Ink::grey ? piece.tone.mix : GreyMix{};
    const MatchedSet* set = setOf(job, piece.id);
    if (set && !put_together && set->aspects.tone) {
        for (int id : set->pieces)
            if (const Piece* member = pictureOf(job, id))
                print.judged_with.push_back(
                    {member->artwork, centredCrop(*member->artwork, member->size), member->size});
    } else {
        print.judged_with = {{print.artwork, print.box, print.asked}};
    }
    const double has = effectivePpi(piece);
    print.enlarged = enlargedFor(*piece.artwork, piece.enlarging, has, std::min(ppi, wantedPpi(job, piece)));
    const Holds holds = holdsOf(job, piece);
    print.solids = holds.solids;
    if (holds.curve) print.transfer = *holds.curve;
    if (hasWhite(piece)) print.cloth = PrintCloth{objectOf(job, piece).ground, chokeOf(job, piece)};
    if (landing.ink && !put_together)
        print.edge =
            std::make_shared<const InkEdge>(InkEdge{moved(*landing.ink, {-landing.box.x, -landing.box.y}),
                                                    piece.edge.rim, piece.edge.rim_mm, piece.edge.seed});
    if (landing.bend)
        print.bend = std::make_shared<const PrintBend>(PrintBend{*landing.bend,
                                                                 landing.at,
                                                                 landing.rotation_deg,
                                                                 {landing.box.x, landing.box.y},
                                                                 piece.size,
                                                                 print.grid.printPixels(piece.size)});
    return print;
}

Print beforeTone(Print print) {
    print.mirrored = Mirrored::no;
    print.tone = {};
    print.judged_with.clear();
    print.solids = {};
    print.transfer.reset();
    print.edge.reset();
    print.cloth.reset();
    print.layer = PrintLayer::colour;
    return print;
}

Print plainPrint(const Job& job, const Piece& piece, double ppi) {
    Print print = printOf(job, piece, ppi);
    print.mirrored = Mirrored::no;
    print.tone.screen = {};
    print.tone.solids = {};
    return print;
}

double wantedPpi(const Job& job, const Piece& piece) {
    return std::min(ppiSeenFrom(seenFrom(piece)), ppiHeldBy(holdsOf(job, piece).finest_line_mm));
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
