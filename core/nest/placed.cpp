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

constexpr std::size_t run_length = 8;

/// Boxes round runs of the edges of each ring.
void addRuns(std::vector<EdgeRun>& runs, const std::vector<PlacedEdge>& edges, std::size_t first,
             std::size_t last) {
    for (std::size_t begin = first; begin < last; begin += run_length) {
        EdgeRun run{begin, std::min(last, begin + run_length), 1e300, 1e300, -1e300, -1e300};
        for (std::size_t i = run.first; i < run.last; ++i) {
            run.left = std::min(run.left, edges[i].left), run.right = std::max(run.right, edges[i].right);
            run.top = std::min(run.top, edges[i].top), run.bottom = std::max(run.bottom, edges[i].bottom);
        }
        runs.push_back(run);
    }
}

PlacedEdge edgeOf(const PointMm& a, const PointMm& b) {
    return {a, b, std::min(a.x, b.x), std::min(a.y, b.y), std::max(a.x, b.x), std::max(a.y, b.y)};
}

bool contains(const std::vector<PlacedEdge>& edges, const std::vector<EdgeRun>& runs, const PointMm& at) {
    bool in = false;
    for (const EdgeRun& run : runs) {
        if (run.top > at.y || run.bottom < at.y || run.right < at.x) continue;
        for (std::size_t i = run.first; i < run.last; ++i) {
            const PointMm &a = edges[i].from, &b = edges[i].to;
            if ((a.y > at.y) != (b.y > at.y) && at.x < (b.x - a.x) * (at.y - a.y) / (b.y - a.y) + a.x)
                in = !in;
        }
    }
    return in;
}

struct Window {
    double left, top, right, bottom;
};
template <class Box>
bool touches(const Box& box, const Window& window) {
    return box.right >= window.left && box.left <= window.right && box.bottom >= window.top &&
           box.top <= window.bottom;
}

bool edgesCross(const std::vector<PlacedEdge>& a, const std::vector<EdgeRun>& runs_of_a,
                const std::vector<PlacedEdge>& b, const std::vector<EdgeRun>& runs_of_b,
                const Window& window) {
    thread_local std::vector<const PlacedEdge*> some;
    some.clear();
    for (const EdgeRun& run : runs_of_a)
        if (touches(run, window))
            for (std::size_t i = run.first; i < run.last; ++i)
                if (touches(a[i], window)) some.push_back(&a[i]);
    if (some.empty()) return false;
    for (const EdgeRun& run : runs_of_b) {
        if (!touches(run, window)) continue;
        for (std::size_t i = run.first; i < run.last; ++i) {
            const PlacedEdge& q = b[i];
            if (!touches(q, window)) continue;
            for (const PlacedEdge* p : some)
                if (p->right >= q.left && q.right >= p->left && p->bottom >= q.top && q.bottom >= p->top &&
                    cross(p->from, p->to, q.from, q.to))
                    return true;
        }
    }
    return false;
}

/// Depth as it is; beyond, a nearness that falls off for ever.
double felt(double depth, double near) { return depth >= near ? depth : near * near / (2 * near - depth); }

}  // namespace

void edgesOf(const Outline& outline, std::vector<PlacedEdge>& edges, std::vector<EdgeRun>& runs) {
    for (const Ring& ring : outline.rings) {
        const std::size_t first = edges.size();
        for (std::size_t i = 0; i < ring.size(); ++i)
            edges.push_back(edgeOf(ring[i], ring[(i + 1) % ring.size()]));
        addRuns(runs, edges, first, edges.size());
    }
}

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
    placed.edges.clear();
    placed.runs.clear();
    placed.left = placed.top = 1e300;
    placed.right = placed.bottom = -1e300;
    for (const Ring& ring : shape.outline.rings) {
        const std::size_t first = placed.edges.size();
        PointMm before = at(ring.back());
        for (const PointMm& corner : ring) {
            const PointMm here = at(corner);
            placed.edges.push_back(edgeOf(before, here));
            before = here;
        }
        addRuns(placed.runs, placed.edges, first, placed.edges.size());
    }
    for (const EdgeRun& run : placed.runs) {
        placed.left = std::min(placed.left, run.left), placed.right = std::max(placed.right, run.right);
        placed.top = std::min(placed.top, run.top), placed.bottom = std::max(placed.bottom, run.bottom);
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
    const Window both{std::max(a.left, b.left), std::max(a.top, b.top), std::min(a.right, b.right),
                      std::min(a.bottom, b.bottom)};
    if (edgesCross(a.edges, a.runs, b.edges, b.runs, both)) return true;
    // One may lie in the other, or in its hole: what decides is any point of each of its parts. The middle of
    // its largest circle is surely inside of itself.
    if (contains(b.edges, b.runs, a.poles.front().at) || contains(a.edges, a.runs, b.poles.front().at))
        return true;
    const auto anyIn = [](const Placed& one, const Placed& other) {
        return std::any_of(one.shape->islands.begin(), one.shape->islands.end(), [&](std::size_t edge) {
            return contains(other.edges, other.runs, one.edges[edge].from);
        });
    };
    return anyIn(a, b) || anyIn(b, a);
}

double severity(const Placed& a, const Placed& b) {
    const double near = felt_from * std::min(a.shape->size, b.shape->size);
    // In lanes whose sums are put together in the order that is written, so that every machine finds the
    // same; what pads them has no radius, and counts nothing.
    constexpr std::size_t lanes = 4, most = 12;
    double x[most], y[most], radius[most];
    const std::size_t count = std::min(most, b.poles.size()), padded = (count + lanes - 1) / lanes * lanes;
    for (std::size_t k = 0; k < padded; ++k) {
        const Pole pole = k < count ? b.poles[k] : Pole{};
        x[k] = pole.at.x, y[k] = pole.at.y, radius[k] = pole.radius;
    }
    double sums[lanes] = {};
    for (const Pole& p : a.poles)
        for (std::size_t k = 0; k < padded; k += lanes)
            for (std::size_t l = 0; l < lanes; ++l) {
                const double dx = p.at.x - x[k + l], dy = p.at.y - y[k + l], r = radius[k + l];
                const double depth = p.radius + r - std::sqrt(dx * dx + dy * dy);
                const double far = near * near / (2 * near - depth);
                sums[l] += (depth >= near ? depth : far) * (p.radius < r ? p.radius : r);
            }
    const double sum = (sums[0] + sums[1]) + (sums[2] + sums[3]);
    return std::sqrt(sum + 1e-12) * std::sqrt(a.shape->size * b.shape->size);
}

bool inside(const NestRoom& room, const Placed& placed) {
    const RectMm& box = room.box();
    if (placed.left < box.x || placed.top < box.y || placed.right > box.right() ||
        placed.bottom > box.bottom())
        return false;
    if (room.upright()) return true;
    const auto inRoom = [&](const PointMm& at) { return contains(room.edges(), room.runs(), at); };
    for (const Pole& pole : placed.poles)
        if (room.depthAt(pole.at) < 0.3 * pole.radius && !inRoom(pole.at)) return false;
    if (edgesCross(placed.edges, placed.runs, room.edges(), room.runs(),
                   {placed.left, placed.top, placed.right, placed.bottom}))
        return false;
    // No edges cross: all of it is in, or all is out; or a hole of the room lies within it.
    if (!inRoom(placed.edges.front().from)) return false;
    for (const std::size_t edge : placed.shape->islands)
        if (!inRoom(placed.edges[edge].from)) return false;
    for (const Ring& ring : room.outline().rings) {
        const PointMm& p = ring.front();
        if (p.x > placed.left && p.x < placed.right && p.y > placed.top && p.y < placed.bottom &&
            contains(placed.edges, placed.runs, p))
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
