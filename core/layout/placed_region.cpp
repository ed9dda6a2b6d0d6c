#include "core/layout/placed_region.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace tympan {

std::optional<int> quarterTurns(double rotation_deg) {
    if (std::fmod(rotation_deg, 90) != 0) return {};
    return (static_cast<int>(rotation_deg / 90) % 4 + 4) % 4;
}

Affine PlacedRegion::toPage() const {
    constexpr double exact_cos[] = {1, 0, -1, 0};
    const std::optional<int> quarter = quarterTurns(rotation_deg);
    const double angle = rotation_deg * std::numbers::pi / 180;
    const double c = quarter ? exact_cos[*quarter] : std::cos(angle);
    const double s = quarter ? exact_cos[(*quarter + 3) % 4] : std::sin(angle);
    const PointMm from{region.x + region.width / 2.0, region.y + region.height / 2.0};
    const PointMm to{placed.x + placed.width / 2.0, placed.y + placed.height / 2.0};
    // About the region's middle, which comes to lie in the middle of its box on the page.
    return {c, s, -s, c, to.x - c * from.x + s * from.y, to.y - s * from.x - c * from.y};
}

RectPx PlacedRegion::onPage(const RectPx& in_print) const {
    constexpr double rounding = 1e-6;
    const Affine to_page = toPage();
    const double left = in_print.x, top = in_print.y, right = in_print.right(), bottom = in_print.bottom();
    double x0 = 1e300, y0 = 1e300, x1 = -1e300, y1 = -1e300;
    for (const PointMm& corner : {PointMm{left, top}, {right, top}, {right, bottom}, {left, bottom}}) {
        const PointMm at = to_page(corner);
        x0 = std::min(x0, at.x), x1 = std::max(x1, at.x);
        y0 = std::min(y0, at.y), y1 = std::max(y1, at.y);
    }
    const int x = static_cast<int>(std::floor(x0 + rounding)),
              y = static_cast<int>(std::floor(y0 + rounding));
    return {x, y, static_cast<int>(std::ceil(x1 - rounding)) - x,
            static_cast<int>(std::ceil(y1 - rounding)) - y};
}

RectPx PlacedRegion::regionWithTab() const {
    return {region.x, region.y - tab_px, region.width, region.height + tab_px};
}

RectPx PlacedRegion::withTab() const { return onPage(regionWithTab()); }

void PlacedRegion::layAt(const PointMm& middle_px, double degrees) {
    rotation_deg = degrees;
    // At the origin first; then all moves by whole pixels.
    const Affine turn = toPage();
    const auto extent = [&](double along_x, double along_y) {
        constexpr double rounding = 1e-6;
        return static_cast<int>(
            std::ceil(region.width * std::abs(along_x) + region.height * std::abs(along_y) - rounding));
    };
    placed = {0, 0, extent(turn.a, turn.c), extent(turn.b, turn.d)};
    const RectPx all = regionWithTab();
    const PointMm at = toPage()({all.x + all.width / 2.0, all.y + all.height / 2.0});
    const auto whole = [](double by) { return static_cast<int>(std::floor(by + 0.5)); };
    placed.x = whole(middle_px.x - at.x);
    placed.y = whole(middle_px.y - at.y);
}

}  // namespace tympan
