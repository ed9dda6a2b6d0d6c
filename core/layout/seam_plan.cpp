#include "core/layout/seam_plan.h"

#include <algorithm>
#include <cmath>

namespace tympan {

namespace {

/// Whether the open segment from `a` to `b` meets the open box: the line is cut to one side of the box after
/// the other (Liang and Barsky, ACM Transactions on Graphics 3(1), 1984).
bool crosses(const PointPx& a, const PointPx& b, const RectPx& box) {
    double enters = 0, leaves = 1;
    // Of the segment a + t (b - a), the part with from < value < to.
    const auto cut = [&](double at, double along, double from, double to) {
        if (along == 0) return at > from && at < to;
        const double t0 = (from - at) / along, t1 = (to - at) / along;
        enters = std::max(enters, std::min(t0, t1));
        leaves = std::min(leaves, std::max(t0, t1));
        return enters < leaves;
    };
    return cut(a.x, b.x - a.x, box.x, box.right()) && cut(a.y, b.y - a.y, box.y, box.bottom());
}

}  // namespace

Sides seamSides(const SeamPlan& plan, const Tile& tile) {
    const RectPx& r = tile.region;
    return {r.x > 0, r.y > 0, r.right() < plan.print.width, r.bottom() < plan.print.height};
}

RectPx inkedFor(const SeamPlan& plan, std::size_t tile, int bleed_px) {
    const RectPx& kept = plan.tiles[tile].region;
    const Sides sides = seamSides(plan, plan.tiles[tile]);
    int left = sides.left ? bleed_px : 0, top = sides.top ? bleed_px : 0;
    int right = sides.right ? bleed_px : 0, bottom = sides.bottom ? bleed_px : 0;
    for (const Seam& seam : plan.seams) {
        if (seam.joint == Joint::butt || (seam.before != tile && seam.after != tile)) continue;
        const bool upright = std::abs(seam.path.back().y - seam.path.front().y) >
                             std::abs(seam.path.back().x - seam.path.front().x);
        int& beyond = seam.before == tile ? (upright ? right : bottom) : (upright ? left : top);
        beyond = std::max(beyond, seam.lap_px);
    }
    return intersection({0, 0, plan.print.width, plan.print.height},
                        {kept.x - left, kept.y - top, kept.width + left + right, kept.height + top + bottom});
}

bool crosses(const Seam& seam, const RectPx& box) {
    for (std::size_t i = 1; i < seam.path.size(); ++i)
        if (crosses(seam.path[i - 1], seam.path[i], box)) return true;
    return false;
}

double seamLength(const SeamPlan& plan) {
    double length = 0;
    for (const Seam& seam : plan.seams)
        for (std::size_t i = 1; i < seam.path.size(); ++i)
            length += std::hypot(seam.path[i].x - seam.path[i - 1].x, seam.path[i].y - seam.path[i - 1].y);
    return length;
}

}  // namespace tympan
