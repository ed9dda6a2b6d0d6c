#include "core/layout/free_room.h"

#include <algorithm>

namespace tympan {

std::optional<PointMm> findRoom(const RectMm& area, const std::vector<RectMm>& obstacles,
                                const SizeMm& size) {
    // A box that has room also has room when pushed up and left until it touches: only touching places need a
    // look.
    std::vector<double> ys{area.y};
    for (const RectMm& obstacle : obstacles) ys.push_back(obstacle.bottom());
    std::sort(ys.begin(), ys.end());
    ys.erase(std::unique(ys.begin(), ys.end()), ys.end());
    constexpr double rounding = 1e-9;
    std::vector<RectMm> beside;
    for (double y : ys) {
        if (y < area.y || y + size.height > area.bottom() + rounding) continue;
        const RectMm row{area.x, y + rounding, area.width, size.height - 2 * rounding};
        beside.clear();
        std::vector<double> xs{area.x};
        for (const RectMm& obstacle : obstacles)
            if (overlaps(row, obstacle)) beside.push_back(obstacle), xs.push_back(obstacle.right());
        std::sort(xs.begin(), xs.end());
        for (double x : xs) {
            if (x < area.x || x + size.width > area.right() + rounding) continue;
            const RectMm trial{x + rounding, row.y, size.width - 2 * rounding, row.height};
            if (std::none_of(beside.begin(), beside.end(),
                             [&](const RectMm& o) { return overlaps(trial, o); }))
                return PointMm{x, y};
        }
    }
    return {};
}

}  // namespace tympan
