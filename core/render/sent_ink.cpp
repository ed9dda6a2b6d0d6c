#include "core/render/sent_ink.h"

#include <algorithm>

#include "core/job/holds.h"

namespace tympan {

namespace {

bool toldByStrip(const Job& job, const Piece& piece) {
    return isMeasured(job, piece) && !piece.measured->curve.printed.empty();
}

}  // namespace

std::optional<GreyLevels> sentLevels(const Job& job, const Piece& piece, const Print& print) {
    const DeviceCurve& curve = printerOf(job, piece).curve;
    if (curve.empty() || print.ink != Ink::grey || print.cloth) return {};
    const auto lies = [&](const Piece& each) {
        return each.tone.screen.kind != Screen::Kind::none || toldByStrip(job, each);
    };
    // Of pictures that are printed as one, what holds for any of them.
    if (lies(piece) || std::any_of(job.printed_for.begin(), job.printed_for.end(),
                                   [&](const auto& part) { return part.by == piece.id && lies(part.piece); }))
        return {};
    return sentLevels(curve);
}

cv::Mat sent(cv::Mat ink, const std::optional<GreyLevels>& levels) {
    if (levels && ink.channels() == 1) cv::LUT(ink, *levels, ink);
    return ink;
}

}  // namespace tympan
