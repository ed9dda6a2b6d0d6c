#include "core/nest/shape.h"

#include <algorithm>
#include <cmath>

#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

constexpr std::size_t many_corners = 48, far_too_many = 120, most_poles = 10;
constexpr double least_simplified = 0.0015, most_simplified = 0.008;  // of the diagonal
// Above so many corners a move takes too long, and a worse fit is better than none.
constexpr std::size_t most_shape_corners = 500;
constexpr double coarsest = 0.1;  // of the diagonal
constexpr int pole_grid = 36;
constexpr double least_pole = 0.12;  // of the largest
constexpr double coverage = 0.92;

std::size_t cornersOf(const Outline& outline) {
    std::size_t corners = 0;
    for (const Ring& ring : outline.rings) corners += ring.size();
    return corners;
}

/// Fewer corners, nowhere inside of what it was.
Outline simplifiedOutward(const Outline& outline) {
    if (cornersOf(outline) <= many_corners) return outline;
    const RectMm box = bounds(outline);
    const double diagonal = std::hypot(box.width, box.height);
    Outline simple;
    for (double by = least_simplified * diagonal; by <= coarsest * diagonal; by *= 2) {
        simple = simplified(offset(outline, by, Corners::sharp), by);
        if (cornersOf(simple) <= (by <= most_simplified / 2 * diagonal ? far_too_many : most_shape_corners))
            break;
    }
    return simple;
}

double hullArea(std::vector<PointMm> points) {
    std::sort(points.begin(), points.end());
    Ring hull;
    const auto turn = [](const PointMm& o, const PointMm& a, const PointMm& b) {
        return (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);
    };
    for (int pass = 0; pass < 2; ++pass) {
        const std::size_t begin = hull.size();
        for (const PointMm& p : points) {
            while (hull.size() >= begin + 2 && turn(hull[hull.size() - 2], hull.back(), p) <= 0)
                hull.pop_back();
            hull.push_back(p);
        }
        hull.pop_back();
        std::reverse(points.begin(), points.end());
    }
    return std::abs(area(hull));
}

/// The largest circle inside, then the largest whose middle lies in none before, and so on.
std::vector<Pole> polesOf(const Outline& outline) {
    const RectMm box = bounds(outline);
    std::vector<Pole> places;
    const int across = box.width >= box.height
                           ? pole_grid
                           : std::max(5, static_cast<int>(pole_grid * box.width / box.height));
    const int down = box.height >= box.width
                         ? pole_grid
                         : std::max(5, static_cast<int>(pole_grid * box.height / box.width));
    for (int j = 0; j < down; ++j)
        for (int i = 0; i < across; ++i) {
            const PointMm at{box.x + (i + 0.5) * box.width / across, box.y + (j + 0.5) * box.height / down};
            if (contains(outline, at)) places.push_back({at, distanceToEdge(outline, at)});
        }
    std::vector<Pole> poles;
    double covered = 0;
    const double all = area(outline);
    while (poles.size() < most_poles && !places.empty() && covered < coverage * all) {
        const auto best = std::max_element(places.begin(), places.end(),
                                           [](const Pole& a, const Pole& b) { return a.radius < b.radius; });
        if (!poles.empty() && best->radius < least_pole * poles.front().radius) break;
        const Pole pole = *best;
        poles.push_back(pole);
        covered += 3.1416 * pole.radius * pole.radius;
        std::erase_if(places, [&](const Pole& other) {
            return std::hypot(other.at.x - pole.at.x, other.at.y - pole.at.y) <
                   pole.radius + 0.35 * other.radius;
        });
    }
    if (poles.empty()) poles.push_back({middle(box), std::min(box.width, box.height) / 4});
    return poles;
}

}  // namespace

std::vector<Side> sidesOf(const Outline& outline) {
    const RectMm box = bounds(outline);
    const double least = 0.06 * std::hypot(box.width, box.height);
    std::vector<Side> sides;
    double all = 0;
    eachEdge(outline, [&](const PointMm& a, const PointMm& b) {
        const double length = std::hypot(b.x - a.x, b.y - a.y);
        if (length >= least) sides.push_back({a, b, all += length});
    });
    return sides;
}

NestShape shapeOf(const Outline& outline, double gap_mm) {
    NestShape shape;
    shape.middle = middle(bounds(outline));
    // Grown where it is: moved off the grid of micrometres first, the ring of a needle may turn over.
    const PointMm to_middle{-shape.middle.x, -shape.middle.y};
    shape.outline = simplifiedOutward(moved(offset(outline, nestGrowth(gap_mm)), to_middle));
    if (shape.outline.empty()) shape.outline = moved(outline, to_middle);
    shape.area = area(shape.outline);
    shape.poles = polesOf(shape.outline);
    shape.sides = sidesOf(shape.outline);
    std::vector<PointMm> points;
    for (const Ring& ring : shape.outline.rings) {
        if (area(ring) > 0) shape.islands.push_back(points.size());
        for (const PointMm& p : ring) {
            points.push_back(p);
            shape.reach = std::max(shape.reach, std::hypot(p.x, p.y));
        }
    }
    if (shape.islands.size() == 1) shape.islands.clear();
    shape.size = std::sqrt(std::max(1e-6, hullArea(std::move(points))));
    return shape;
}

}  // namespace tympan
