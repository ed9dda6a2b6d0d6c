#include "core/job/tab.h"

#include <algorithm>

#include "core/job/landing.h"
#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

constexpr double widest_mm = 40, farthest_mm = 60;

}  // namespace

Tab::Side printedSideOf(const Method& method) {
    if (mirroredBy(method) == Mirrored::no) return Tab::Side::up;
    return method.medium == "none" ? Tab::Side::down : Tab::Side::glued;
}

std::optional<Tab> tabOf(const Job& job, const Piece& piece) {
    if (!piece.edge.tab || piece.method->laid_whole) return {};
    const Object& object = objectOf(job, piece);
    const Landing landing = landingOf(object, piece);
    if (landing.bend) return {};
    const RectMm& print = landing.box;
    Tab tab{std::min(widest_mm, print.width), tab_outside_mm, printedSideOf(piece.method)};
    if (object.spot()) return tab;
    // The highest of the object above the tab's foot, as the picture sees it.
    const RectMm plate = bounds(landing.fromObject(plateOf(object)));
    const RectMm strip{middle(print).x - tab.width_mm / 2, plate.y - 1, tab.width_mm, plate.height + 2};
    const Outline under = shared(landing.fromObject(plateOf(object)), rectangleOutline(strip));
    if (under.empty()) return tab;
    const double above = std::max(0.0, print.y - bounds(under).y);
    if (above > farthest_mm) return {};
    tab.reach_mm += above;
    return tab;
}

}  // namespace tympan
