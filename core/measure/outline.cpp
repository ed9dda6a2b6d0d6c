#include "core/measure/outline.h"

#include <cmath>
#include <limits>
#include <numbers>

namespace tympan {

namespace {

constexpr double radians = std::numbers::pi / 180;

PointMm nearestOn(const PointMm& a, const PointMm& b, const PointMm& p) {
    const double dx = b.x - a.x, dy = b.y - a.y, length = dx * dx + dy * dy;
    const double t = length == 0 ? 0 : std::clamp(((p.x - a.x) * dx + (p.y - a.y) * dy) / length, 0.0, 1.0);
    return {a.x + t * dx, a.y + t * dy};
}

double distance(const PointMm& a, const PointMm& b) { return std::hypot(a.x - b.x, a.y - b.y); }

}  // namespace

double lengthOfEdges(const Outline& outline) {
    double length = 0;
    eachEdge(outline, [&](const PointMm& a, const PointMm& b) { length += distance(a, b); });
    return length;
}

double area(const Ring& ring) {
    double twice = 0;
    for (std::size_t i = 0; i < ring.size(); ++i) {
        const PointMm &a = ring[i], &b = ring[(i + 1) % ring.size()];
        twice += a.x * b.y - b.x * a.y;
    }
    return twice / 2;
}

double area(const Outline& outline) {
    double sum = 0;
    for (const Ring& ring : outline.rings) sum += area(ring);
    return sum;
}

PointMm centroid(const Outline& outline) {
    // About a point of the shape itself, so that a far origin costs no digits.
    const PointMm about = middle(bounds(outline));
    double twice = 0, x = 0, y = 0;
    eachEdge(outline, [&](const PointMm& from, const PointMm& to) {
        const PointMm a{from.x - about.x, from.y - about.y}, b{to.x - about.x, to.y - about.y};
        const double cross = a.x * b.y - b.x * a.y;
        twice += cross;
        x += (a.x + b.x) * cross;
        y += (a.y + b.y) * cross;
    });
    if (std::abs(twice) < 1e-9) return about;
    return {about.x + x / (3 * twice), about.y + y / (3 * twice)};
}

RectMm bounds(const Outline& outline) {
    constexpr double far = std::numeric_limits<double>::infinity();
    double left = far, top = far, right = -far, bottom = -far;
    for (const Ring& ring : outline.rings)
        for (const PointMm& p : ring) {
            left = std::min(left, p.x), right = std::max(right, p.x);
            top = std::min(top, p.y), bottom = std::max(bottom, p.y);
        }
    if (left > right) return {};
    return {left, top, right - left, bottom - top};
}

PointMm middle(const RectMm& box) { return {box.x + box.width / 2, box.y + box.height / 2}; }

bool contains(const Outline& outline, const PointMm& p) {
    bool inside = false;
    eachEdge(outline, [&](const PointMm& a, const PointMm& b) {
        if ((a.y > p.y) == (b.y > p.y)) return;
        if (p.x < a.x + (p.y - a.y) / (b.y - a.y) * (b.x - a.x)) inside = !inside;
    });
    return inside;
}

PointMm nearestOnEdge(const Outline& outline, const PointMm& point) {
    PointMm best = point;
    double least = std::numeric_limits<double>::infinity();
    eachEdge(outline, [&](const PointMm& a, const PointMm& b) {
        const PointMm trial = nearestOn(a, b, point);
        const double far = distance(trial, point);
        if (far < least) least = far, best = trial;
    });
    return best;
}

double distanceToEdge(const Outline& outline, const PointMm& point) {
    if (outline.empty()) return std::numeric_limits<double>::infinity();
    return distance(nearestOnEdge(outline, point), point);
}

double distanceAlong(const Outline& outline, const PointMm& from, const PointMm& towards) {
    double nearest = std::numeric_limits<double>::infinity();
    eachEdge(outline, [&](const PointMm& a, const PointMm& b) {
        const double ex = b.x - a.x, ey = b.y - a.y;
        const double across = towards.x * ey - towards.y * ex;
        if (std::abs(across) < 1e-12) return;
        const double wx = a.x - from.x, wy = a.y - from.y;
        const double along = (wx * ey - wy * ex) / across,
                     on_edge = (wx * towards.y - wy * towards.x) / across;
        if (along >= 0 && on_edge >= 0 && on_edge <= 1) nearest = std::min(nearest, along);
    });
    return nearest;
}

Outline moved(Outline outline, const PointMm& by) {
    return changed(std::move(outline), [&](const PointMm& p) { return PointMm{p.x + by.x, p.y + by.y}; });
}

PointMm rotated(const PointMm& p, double degrees) {
    // Quarter turns are exact: sine and cosine of computed radians would leave a speck.
    const double quarters = degrees / 90;
    double c = std::cos(degrees * radians), s = std::sin(degrees * radians);
    if (quarters == std::floor(quarters)) c = std::round(c), s = std::round(s);
    return {c * p.x - s * p.y, s * p.x + c * p.y};
}

Outline rotated(Outline outline, double degrees) {
    return changed(std::move(outline), [&](const PointMm& p) { return rotated(p, degrees); });
}

Outline scaled(Outline outline, double across, double down) {
    return changed(std::move(outline), [&](const PointMm& p) { return PointMm{p.x * across, p.y * down}; });
}

Outline flipped(Outline outline) {
    outline = changed(std::move(outline), [](const PointMm& p) { return PointMm{-p.x, p.y}; });
    for (Ring& ring : outline.rings) std::reverse(ring.begin(), ring.end());
    return outline;
}

Outline rectangleOutline(const RectMm& box) {
    return {{{{box.x, box.y}, {box.right(), box.y}, {box.right(), box.bottom()}, {box.x, box.bottom()}}}};
}

void addArc(Ring& ring, const PointMm& centre, double radius_across, double radius_down, double from_deg,
            double to_deg) {
    // A chord of angle a leaves a circle by r (1 - cos(a/2)).
    const double radius = std::max({radius_across, radius_down, flattening_mm});
    const double step = 2 * std::acos(1 - flattening_mm / radius) / radians;
    const int parts = std::clamp(static_cast<int>(std::ceil(std::abs(to_deg - from_deg) / step)), 1, 4000);
    for (int i = 0; i <= parts; ++i) {
        const double angle = (from_deg + (to_deg - from_deg) * i / parts) * radians;
        ring.push_back(
            {centre.x + radius_across * std::cos(angle), centre.y + radius_down * std::sin(angle)});
    }
}

Outline ellipseOutline(const PointMm& centre, double across_mm, double down_mm) {
    Ring ring;
    // In quarters, so that the four outermost points are met exactly.
    for (int quarter = 0; quarter < 4; ++quarter) {
        addArc(ring, centre, across_mm / 2, down_mm / 2, 90.0 * quarter, 90.0 * (quarter + 1));
        ring.pop_back();
    }
    return {{ring}};
}

}  // namespace tympan
