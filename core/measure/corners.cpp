#include "core/measure/corners.h"

#include <cmath>
#include <numbers>

#include "core/measure/outline_operations.h"

namespace tympan {

std::vector<Corner> cornersOf(const Ring& ring) {
    std::vector<Corner> corners;
    if (ring.size() < 3) return corners;
    const double way = area(ring) < 0 ? -1 : 1;
    for (std::size_t i = 0; i < ring.size(); ++i) {
        const PointMm &before = ring[(i + ring.size() - 1) % ring.size()], &at = ring[i],
                      &next = ring[(i + 1) % ring.size()];
        // The angle from the edge that leaves to the one that came, through the inside.
        const double leaving = std::atan2(next.y - at.y, next.x - at.x);
        const double coming = std::atan2(before.y - at.y, before.x - at.x);
        double inside = way * (coming - leaving) * 180 / std::numbers::pi;
        if (inside < 0) inside += 360;
        if (inside > 360) inside -= 360;
        corners.push_back({at, std::hypot(next.x - at.x, next.y - at.y), inside});
    }
    return corners;
}

bool isTidy(const Outline& outline) {
    const double enclosed = area(outline);
    // The grid of a micrometre moves an edge by half of one.
    return enclosed > 0 && std::abs(area(tidied(outline.rings)) - enclosed) <= 0.001 * lengthOfEdges(outline);
}

}  // namespace tympan
