#include "core/job/two_passes.h"

#include <algorithm>

#include "core/job/landing.h"

namespace tympan {

namespace {

constexpr double feed_mm = 0.3;             // a guess
constexpr double unmeasured_shrink = 0.01;  // a guess: a sheet loses up to so much of its length
constexpr double ruler_mm = 0.5, ruler_over_mm = 250;

}  // namespace

int passesOf(const Job& job, const Piece& piece) {
    return printerOf(job, piece).white_with_colour ? 1 : piece.method->passes;
}

PassesApart passesApart(const Job& job, const Piece& piece) {
    if (passesOf(job, piece) < 2) return {};
    const SizeMm size = printSizeOf(job, piece);
    const double reach = std::max(size.width, size.height);
    const bool measured = printerOf(job, piece).shrink.has_value();
    return {feed_mm, reach * (measured ? ruler_mm / ruler_over_mm / 2 : unmeasured_shrink), measured};
}

double proposedChoke(const Job& job, const Piece& piece) {
    return std::min(most_proposed_choke_mm, passesApart(job, piece).all());
}

double chokeOf(const Job& job, const Piece& piece) {
    if (passesOf(job, piece) < 2) return 0;
    return piece.tone.dark_cloth.choke_mm.value_or(proposedChoke(job, piece));
}

}  // namespace tympan
