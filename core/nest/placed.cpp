#include "core/nest/placed.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace tympan {

namespace {

constexpr double felt_from = 0.02;  // of a shape's size: where depth turns into nearness

double cross(const PointMm& o, const PointMm& a, const PointMm& b) {
    return (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);
}

/// A corner that lies on the other's line counts to one side of it, always the same: so shapes with sides in
/// line are not missed, and such that only touch may count.
bool cross(const PointMm& a, const PointMm& b, const PointMm& c, const PointMm& d) {
    return (cross(a, b, c) > 0) != (cross(a, b, d) > 0) && (cross(c, d, a) > 0) != (cross(c, d, b) > 0);
}

bool contains(const std::vector<Ring>& rings, const PointMm& at) {
    bool in = false;
    for (const Ring& ring : rings)
        for (std::size_t i = 0, j = ring.size() - 1; i < ring.size(); j = i++) {
            const PointMm &a = ring[i], &b = ring[j];
            if ((a.y > at.y) != (b.y > at.y) && at.x < (b.x - a.x) * (at.y - a.y) / (b.y - a.y) + a.x)
                in = !in;
        }
    return in;
}

struct Edge {
    PointMm from, to;
    double left, top, right, bottom;
};

/// The edges that touch a box.
void edgesIn(const std::vector<Ring>& rings, double left, double top, double right, double bottom,
             std::vector<Edge>& edges) {
    edges.clear();
    for (const Ring& ring : rings)
        for (std::size_t i = 0, j = ring.size() - 1; i < ring.size(); j = i++) {
            const PointMm &a = ring[j], &b = ring[i];
            const Edge edge{
                a, b, std::min(a.x, b.x), std::min(a.y, b.y), std::max(a.x, b.x), std::max(a.y, b.y)};
            if (edge.right >= left && edge.left <= right && edge.bottom >= top && edge.top <= bottom)
                edges.push_back(edge);
        }
}

bool edgesCross(const std::vector<Ring>& a, const std::vector<Ring>& b, double left, double top, double right,
                double bottom) {
    thread_local std::vector<Edge> some, others;
    edgesIn(a, left, top, right, bottom, some);
    if (some.empty()) return false;
    edgesIn(b, left, top, right, bottom, others);
    for (const Edge& p : some)
        for (const Edge& q : others)
            if (p.right >= q.left && q.right >= p.left && p.bottom >= q.top && q.bottom >= p.top &&
                cross(p.from, p.to, q.from, q.to))
                return true;
    return false;
}

/// Depth as it is; beyond, a nearness that falls off for ever.
double felt(double depth, double near) { return depth >= near ? depth : near * near / (2 * near - depth); }

}  // namespace

void place(const NestShape& shape, const Pose& pose, Placed& placed) {
    const double turn = std::fmod(pose.rotation_deg, 360.0), quarter = std::round(turn / 90);
    double c = 0, s = 0;
    if (std::abs(turn - 90 * quarter) < 1e-9) {
        constexpr double cosines[] = {1, 0, -1, 0};
        const int k = (static_cast<int>(quarter) % 4 + 4) % 4;
        c = cosines[k], s = cosines[(k + 3) % 4];
    } else {
        const double angle = turn * std::numbers::pi / 180;
        c = std::cos(angle), s = std::sin(angle);
    }
    const auto at = [&](const PointMm& p) {
        return PointMm{c * p.x - s * p.y + pose.at.x, s * p.x + c * p.y + pose.at.y};
    };
    placed.shape = &shape;
    placed.pose = pose;
    placed.rings.resize(shape.outline.rings.size());
    placed.left = placed.top = 1e300;
    placed.right = placed.bottom = -1e300;
    for (std::size_t i = 0; i < placed.rings.size(); ++i) {
        const Ring& from = shape.outline.rings[i];
        Ring& to = placed.rings[i];
        to.resize(from.size());
        for (std::size_t j = 0; j < from.size(); ++j) {
            to[j] = at(from[j]);
            placed.left = std::min(placed.left, to[j].x), placed.right = std::max(placed.right, to[j].x);
            placed.top = std::min(placed.top, to[j].y), placed.bottom = std::max(placed.bottom, to[j].y);
        }
    }
    placed.poles.resize(shape.poles.size());
    for (std::size_t i = 0; i < shape.poles.size(); ++i)
        placed.poles[i] = {at(shape.poles[i].at), shape.poles[i].radius};
}

bool overlap(const Placed& a, const Placed& b) {
    if (a.left >= b.right || b.left >= a.right || a.top >= b.bottom || b.top >= a.bottom) return false;
    for (const Pole& p : a.poles)
        for (const Pole& q : b.poles) {
            const double x = p.at.x - q.at.x, y = p.at.y - q.at.y, reach = p.radius + q.radius - 1e-6;
            if (reach > 0 && x * x + y * y < reach * reach) return true;
        }
    const double left = std::max(a.left, b.left), right = std::min(a.right, b.right),
                 top = std::max(a.top, b.top), bottom = std::min(a.bottom, b.bottom);
    if (edgesCross(a.rings, b.rings, left, top, right, bottom)) return true;
    // One may lie in the other, or in its hole: what decides is any point of it. The middle of its largest
    // circle is surely inside of itself.
    return contains(b.rings, a.poles.front().at) || contains(a.rings, b.poles.front().at);
}

double severity(const Placed& a, const Placed& b) {
    const double near = felt_from * std::min(a.shape->size, b.shape->size);
    double sum = 0;
    for (const Pole& p : a.poles)
        for (const Pole& q : b.poles) {
            const double x = p.at.x - q.at.x, y = p.at.y - q.at.y;
            const double depth = p.radius + q.radius - std::sqrt(x * x + y * y);
            sum += felt(depth, near) * std::min(p.radius, q.radius);
        }
    return std::sqrt(sum + 1e-12) * std::sqrt(a.shape->size * b.shape->size);
}

bool inside(const NestRoom& room, const Placed& placed) {
    const RectMm& box = room.box();
    if (placed.left < box.x || placed.top < box.y || placed.right > box.right() ||
        placed.bottom > box.bottom())
        return false;
    if (room.upright()) return true;
    for (const Pole& pole : placed.poles)
        if (room.depthAt(pole.at) < 0.3 * pole.radius && !contains(room.outline().rings, pole.at))
            return false;
    if (edgesCross(placed.rings, room.outline().rings, placed.left, placed.top, placed.right, placed.bottom))
        return false;
    // No edges cross: all of it is in, or all is out; or a hole of the room lies within it.
    if (!contains(room.outline().rings, placed.rings.front().front())) return false;
    for (const Ring& ring : room.outline().rings) {
        const PointMm& p = ring.front();
        if (p.x > placed.left && p.x < placed.right && p.y > placed.top && p.y < placed.bottom &&
            contains(placed.rings, p))
            return false;
    }
    return true;
}

double severity(const NestRoom& room, const Placed& placed) {
    const double near = felt_from * placed.shape->size;
    double sum = 0;
    if (room.upright()) {
        const RectMm& box = room.box();
        const double out = std::max(0.0, box.x - placed.left) + std::max(0.0, placed.right - box.right()) +
                           std::max(0.0, box.y - placed.top) + std::max(0.0, placed.bottom - box.bottom());
        sum = (out + near / 4) * placed.shape->size / 2;
    } else {
        for (const Pole& pole : placed.poles)
            sum += felt(pole.radius - room.depthAt(pole.at), near) * pole.radius;
    }
    return 2 * std::sqrt(sum + 1e-12) * placed.shape->size;
}

}  // namespace tympan
