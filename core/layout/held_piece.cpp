#include "core/layout/held_piece.h"

#include <cmath>
#include <numbers>
#include <optional>

#include "core/base/cache.h"
#include "core/layout/cut_outline.h"
#include "core/layout/kept_places.h"
#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

constexpr double exact_mm = 0.02;
constexpr int ways = 24;

/// From the middle of a print and tab to the middle of a shape's box, as the print lies unturned.
PointMm shapeFrom(const NestShape& shape, const PointMm& middle) {
    return {shape.middle.x - middle.x, shape.middle.y - middle.y};
}

Pose poseAt(const KeptPlace& place, const NestShape& shape, const PointMm& middle) {
    const PointMm by = rotated(shapeFrom(shape, middle), place.rotation_deg);
    return {place.rotation_deg, {place.middle.x + by.x, place.middle.y + by.y}};
}

KeptPlace movedBy(KeptPlace place, double x, double y) {
    place.middle.x += x;
    place.middle.y += y;
    return place;
}

}  // namespace

HeldPiece::HeldPiece(const Job& job, const Imposition& imposition, std::size_t sheet, std::size_t part)
    : room_(NestRoom::of(rectangleOutline(imposition.grid.mm(imposition.sheets.at(sheet).printable)), 0,
                         job.sheets.scissor_gap_mm)) {
    const Sheet& on = imposition.sheets.at(sheet);
    const PixelGrid& grid = imposition.grid;
    const double gap = job.sheets.scissor_gap_mm;
    const auto shapeAt = [&](const PlacedRegion& each) {
        // A key that is held down lets go and takes up again for every step.
        return *remembered(
            "held shape", [](const Outline& outline, double gap_mm) { return shapeOf(outline, gap_mm); },
            withTab(imposition.cuts[each.print], each, grid), gap);
    };
    const PlacedRegion& held = on.regions.at(part);
    shape_ = shapeAt(held);
    middle_ = middleOf(held, grid);
    taken_ = keptPlaceOf(held, grid);
    shapes_.reserve(on.regions.size());
    for (std::size_t i = 0; i < on.regions.size(); ++i) {
        if (i == part) continue;
        const PlacedRegion& other = on.regions[i];
        shapes_.push_back(shapeAt(other));
        others_.emplace_back();
        place(shapes_.back(), poseAt(keptPlaceOf(other, grid), shapes_.back(), middleOf(other, grid)),
              others_.back());
    }
}

void HeldPiece::lay(const KeptPlace& at, Placed& placed) const {
    place(shape_, poseAt(at, shape_, middle_), placed);
}

bool HeldPiece::free(const KeptPlace& at) const {
    Placed placed;
    lay(at, placed);
    // Where it was taken it may touch: rounding to pixels is not held against it.
    if (!inside(room_, placed)) return false;
    return std::none_of(others_.begin(), others_.end(),
                        [&](const Placed& other) { return overlap(placed, other); });
}

std::optional<double> HeldPiece::change(const KeptPlace& from, double x, double y, double most) const {
    const bool was_free = free(from);
    double near = 0, far = 0;
    constexpr int steps = 12;
    for (int step = 1; step <= steps && far == 0; ++step) {
        const double at = most * step / steps;
        (free(movedBy(from, at * x, at * y)) != was_free ? far : near) = at;
    }
    if (far == 0) return {};
    while (far - near > exact_mm) {
        const double at = (near + far) / 2;
        (free(movedBy(from, at * x, at * y)) != was_free ? far : near) = at;
    }
    // Off by a hair: sliding along what it touches is then free, whatever rounding does.
    return was_free ? near - exact_mm / 2 : far + exact_mm / 2;
}

KeptPlace HeldPiece::snapped(const KeptPlace& wanted, double reach_mm) const {
    KeptPlace best = wanted;
    if (!free(wanted)) {
        double least = reach_mm;
        for (int way = 0; way < ways; ++way) {
            const double angle = 2 * std::numbers::pi * way / ways, x = std::cos(angle), y = std::sin(angle);
            const auto by = change(wanted, x, y, least);
            if (!by) continue;
            best = movedBy(wanted, *by * x, *by * y);
            least = *by;
        }
        if (!free(best)) return wanted;
    }
    // Up to what is beside it, then to what is above or below.
    for (const bool down : {false, true}) {
        std::optional<double> least;
        for (const double side : {-1.0, 1.0})
            if (const auto by = change(best, down ? 0 : side, down ? side : 0, reach_mm))
                if (!least || *by < std::abs(*least)) least = side * *by;
        if (least) best = movedBy(best, down ? 0 : *least, down ? *least : 0);
    }
    return best;
}

}  // namespace tympan
