#include "core/printer/registration.h"

#include <cmath>
#include <numbers>

namespace tympan {

namespace {

constexpr double degrees = std::numbers::pi / 180;

Affine upright(const Registration& r) {
    const double c = std::cos(r.skew_deg * degrees), s = std::sin(r.skew_deg * degrees);
    return {c * r.scale_x, s * r.scale_x, -s * r.scale_y, c * r.scale_y, r.offset.x, r.offset.y};
}

/// From the page to the upright sheet.
Affine fed(const SizeMm& page) {
    if (page.width <= page.height) return {};
    return {0, 1, -1, 0, page.height, 0};
}

}  // namespace

std::string_view name(PaperFace face) { return face == PaperFace::up ? "up" : "down"; }

Affine laidBy(const Registration& registration, const SizeMm& page) {
    if (registration.exact()) return {};
    const Affine turn = fed(page);
    return turn.inverse().after(upright(registration)).after(turn);
}

Affine sentFor(const Printer& printer, const SizeMm& page) {
    if (printer.registration.exact()) return {};
    const Affine sent = laidBy(printer.registration, page).inverse();
    if (!printer.mirrors) return sent;
    const Affine flip{-1, 0, 0, 1, page.width, 0};
    return flip.after(sent).after(flip);
}

Affine shrunkBy(const SheetShrink& shrink, const SizeMm& page) {
    const Affine turn = fed(page);
    return turn.inverse().after(Affine{shrink.x, 0, 0, shrink.y, 0, 0}).after(turn);
}

Affine sentAgainFor(const Printer& printer, const SizeMm& page) {
    const Affine turn = fed(page);
    const Affine back{1, 0, 0, 1, -printer.white_beside.x, -printer.white_beside.y};
    // All of this is about the sheet: of a printer that mirrors, about the flip of the page.
    Affine sent = laidBy(printer.registration, page).inverse().after(turn.inverse().after(back).after(turn));
    if (printer.shrink) sent = sent.after(shrunkBy(*printer.shrink, page));
    if (!printer.mirrors) return sent;
    const Affine flip{-1, 0, 0, 1, page.width, 0};
    return flip.after(sent).after(flip);
}

Decomposed decomposed(const Affine& laid) {
    // The skew is the mean turn of both axes; by how much they turn apart is shear.
    const double across = std::atan2(laid.b, laid.a), down = std::atan2(-laid.c, laid.d);
    const double skew = (across + down) / 2;
    return {{std::hypot(laid.a, laid.b), std::hypot(laid.c, laid.d), skew / degrees, {laid.e, laid.f}},
            (down - across) / degrees};
}

PageMargins bareEdges(const Printer& printer, const SizeMm& paper) {
    PageMargins m = printer.margins;
    if (printer.mirrors) std::swap(m.left, m.right);
    if (printer.registration.exact()) return m;
    const Affine sent = sentFor(printer, paper);
    // Each round takes in what is beyond by as much; scales near one make the next round's share tiny.
    for (int round = 0; round < 8; ++round) {
        const double right = paper.width - m.right, bottom = paper.height - m.bottom;
        for (const PointMm& corner : {PointMm{m.left, m.top}, PointMm{right, m.top}, PointMm{right, bottom},
                                      PointMm{m.left, bottom}}) {
            const PointMm at = sent(corner);
            const double past_right = at.x - paper.width, past_bottom = at.y - paper.height;
            if (at.x < 0) m.left -= at.x;
            if (at.y < 0) m.top -= at.y;
            if (past_right > 0) m.right += past_right;
            if (past_bottom > 0) m.bottom += past_bottom;
        }
    }
    return m;
}

}  // namespace tympan
