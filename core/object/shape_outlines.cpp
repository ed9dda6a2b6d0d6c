#include "core/object/shape_outlines.h"

#include <cmath>
#include <numbers>

#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

Outline centred(Outline outline) {
    const PointMm at = middle(bounds(outline));
    return moved(std::move(outline), {-at.x, -at.y});
}

}  // namespace

double acrossCorners(int sides, double across_flats_mm) {
    const double half = std::numbers::pi / sides;
    // Even: apothem to apothem and corner to corner. Odd: flat to corner, and the widest distance between
    // corners.
    return sides % 2 == 0 ? across_flats_mm / std::cos(half)
                          : across_flats_mm / (1 + std::cos(half)) * 2 * std::cos(half / 2);
}

double acrossFlats(int sides, double across_corners_mm) {
    return across_corners_mm / acrossCorners(sides, 1);
}

Outline centredRectangle(double width, double height) {
    return rectangleOutline({-width / 2, -height / 2, width, height});
}

Outline roundedRectangle(double width, double height, double corner) {
    const double r = std::min({corner, width / 2, height / 2});
    const double x = width / 2 - r, y = height / 2 - r;
    Ring ring;
    addArc(ring, {-x, -y}, r, r, 180, 270);
    addArc(ring, {x, -y}, r, r, 270, 360);
    addArc(ring, {x, y}, r, r, 0, 90);
    addArc(ring, {-x, y}, r, r, 90, 180);
    return tidied({ring});
}

Outline regularPolygon(int sides, double across_flats) {
    const double half = std::numbers::pi / sides;
    const double radius =
        sides % 2 == 0 ? across_flats / 2 / std::cos(half) : across_flats / (1 + std::cos(half));
    Ring ring;
    for (int i = 0; i < sides; ++i) {
        // The lowest side lies flat: its corners are half a step to either side of straight down.
        const double angle = std::numbers::pi / 2 + half + 2 * half * i;
        ring.push_back({radius * std::cos(angle), radius * std::sin(angle)});
    }
    return centred({{ring}});
}

Outline triangle(double width, double height, double lean) {
    return centred({{{{lean, -height / 2}, {width / 2, height / 2}, {-width / 2, height / 2}}}});
}

Outline heart(double width, double height) {
    const double r = width / 4;
    const double bowl = std::min(r, height / 2);  // how high the half circles stand
    Ring ring;
    addArc(ring, {-r, bowl}, r, bowl, 180, 360);
    addArc(ring, {r, bowl}, r, bowl, 180, 360);
    // From the widest places down to the point: quarter curves that leave upright and arrive aslant.
    constexpr int parts = 48;
    const PointMm side{2 * r, bowl}, tip{0, height};
    for (int i = 1; i <= parts; ++i) {
        const double t = 1.0 * i / parts, u = 1 - t;
        const PointMm a{side.x, bowl + (height - bowl) * 0.42},
            b{side.x * 0.42, bowl + (height - bowl) * 0.72};
        ring.push_back({u * u * u * side.x + 3 * u * u * t * a.x + 3 * u * t * t * b.x + t * t * t * tip.x,
                        u * u * u * side.y + 3 * u * u * t * a.y + 3 * u * t * t * b.y + t * t * t * tip.y});
    }
    const std::size_t right_end = ring.size() - 1;
    for (std::size_t i = 1; i < parts; ++i) {
        const PointMm mirror = ring[right_end - i];
        ring.push_back({-mirror.x, mirror.y});
    }
    return centred(tidied({ring}));
}

Outline tag(double width, double height, double corner, double hole) {
    const double c = std::min({corner, width / 2, height});
    const double x = width / 2, y = height / 2;
    Outline plate{{{{-x + c, -y}, {x - c, -y}, {x, -y + c}, {x, y}, {-x, y}, {-x, -y + c}}}};
    const double d = std::min(hole, width / 2);
    if (d <= 0) return tidied(plate.rings);
    return without(tidied(plate.rings), ellipseOutline({0, -y + 1.5 * d}, d, d));
}

Outline arch(double width, double height, double rise) {
    const double r = std::min(rise, height);
    const double x = width / 2, y = height / 2;
    Ring ring;
    addArc(ring, {0, -y + r}, x, r, 180, 360);
    ring.push_back({x, y});
    ring.push_back({-x, y});
    return tidied({ring});
}

Outline crescent(double diameter, double thickness) {
    const double t = std::min(thickness, diameter * 0.999);
    return centred(
        without(ellipseOutline({}, diameter, diameter), ellipseOutline({t, 0}, diameter, diameter)));
}

Outline plank(double width, double height, const Ring& lower_edge) {
    const double x = width / 2, y = height / 2;
    Ring ring{{-x, -y}, {x, -y}};
    if (lower_edge.empty()) {
        ring.push_back({x, y});
        ring.push_back({-x, y});
    } else {
        ring.push_back({x, std::max(lower_edge.back().y, -y + 1)});
        for (auto at = lower_edge.rbegin(); at != lower_edge.rend(); ++at)
            if (std::abs(at->x) < x) ring.push_back({at->x, std::max(at->y, -y + 1)});
        ring.push_back({-x, std::max(lower_edge.front().y, -y + 1)});
    }
    return tidied({ring});
}

Outline unfoldedCanvas(double width, double height, double depth) {
    return united(centredRectangle(width + 2 * depth, height), centredRectangle(width, height + 2 * depth));
}

}  // namespace tympan
