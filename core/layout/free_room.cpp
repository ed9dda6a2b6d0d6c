#include "core/layout/free_room.h"

#include <algorithm>

namespace tympan {

std::optional<PointMm> findRoom(const RectMm& area, const std::vector<RectMm>& obstacles,
                                const SizeMm& size) {
    // A box that has room also has room when pushed up and left until it touches: only touching places need a
    // look.
    std::vector<double> xs{area.x}, ys{area.y};
    for (const RectMm& obstacle : obstacles) {
        xs.push_back(obstacle.right());
        ys.push_back(obstacle.bottom());
    }
    std::sort(xs.begin(), xs.end());
    std::sort(ys.begin(), ys.end());
    constexpr double rounding = 1e-9;
    for (double y : ys) {
        if (y < area.y || y + size.height > area.bottom() + rounding) continue;
        for (double x : xs) {
            if (x < area.x || x + size.width > area.right() + rounding) continue;
            const RectMm trial{x + rounding, y + rounding, size.width - 2 * rounding,
                               size.height - 2 * rounding};
            if (std::none_of(obstacles.begin(), obstacles.end(),
                             [&](const RectMm& o) { return overlaps(trial, o); }))
                return PointMm{x, y};
        }
    }
    return {};
}

}  // namespace tympan
