#include "core/layout/cut_outline.h"

#include <algorithm>

#include "core/job/landing.h"
#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

std::size_t islands(const Outline& outline) {
    return static_cast<std::size_t>(std::count_if(outline.rings.begin(), outline.rings.end(),
                                                  [](const Ring& ring) { return area(ring) > 0; }));
}

/// Grown and shrunk again by more and more until it hangs together.
Outline inOnePart(const Outline& outline, const RectMm& whole) {
    if (islands(outline) <= 1) return outline;
    const double most = std::max(whole.width, whole.height);
    for (double by = 0.5; by < most; by *= 1.5) {
        const Outline closed = shared(offset(offset(outline, by), -by), rectangleOutline(whole));
        if (islands(closed) == 1) return closed;
    }
    return rectangleOutline(bounds(outline));
}

}  // namespace

Outline cutOutline(const Job& job, const Piece& piece, const PrintGeometry& print) {
    const RectMm whole{0, 0, print.grid.mm(print.size.width), print.grid.mm(print.size.height)};
    const Landing landing = landingOf(job, piece);
    if (!landing.ink || landing.ink->empty()) return rectangleOutline(whole);
    Outline ink = moved(*landing.ink, {-landing.box.x, -landing.box.y});
    if (print.mirrored == Mirrored::yes) ink = moved(flipped(std::move(ink)), {landing.box.width, 0});
    return inOnePart(ink, whole);
}

Outline withTab(const Outline& cut, const PlacedRegion& part, const PixelGrid& grid) {
    if (part.tab_px == 0) return cut;
    const double px = grid.pixel_mm(), wide = part.tab.width_mm;
    const double middle = px * (part.region.x + part.region.width / 2.0), high = px * part.tab_px;
    // Its foot reaches into the print, so that both hang together.
    const double foot = std::min(part.tab.reach_mm, px * part.region.height);
    return united(cut, rectangleOutline({middle - wide / 2, -high, wide, high + foot}));
}

Outline onPage(const Outline& cut, const PlacedRegion& part, const PixelGrid& grid) {
    const double px = grid.pixel_mm();
    const Affine to_page = part.toPage();
    return changed(withTab(cut, part, grid), [&](const PointMm& at) {
        const PointMm there = to_page({at.x / px, at.y / px});
        return PointMm{there.x * px, there.y * px};
    });
}

bool overlap(const Outline& a, const Outline& b, const PixelGrid& grid) {
    const double px = grid.pixel_mm();
    const RectMm one = grown(bounds(a), -px), other = grown(bounds(b), -px);
    if (!overlaps(one, other)) return false;
    return !shared(offset(a, -px), offset(b, -px)).empty();
}

}  // namespace tympan
