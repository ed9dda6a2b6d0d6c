#include "core/measure/geometry.h"

namespace tympan {

RectPx intersection(const RectPx& a, const RectPx& b) {
    const int x = std::max(a.x, b.x), y = std::max(a.y, b.y);
    const int right = std::min(a.right(), b.right()), bottom = std::min(a.bottom(), b.bottom());
    if (right <= x || bottom <= y) return {x, y, 0, 0};
    return {x, y, right - x, bottom - y};
}

bool overlaps(const RectMm& a, const RectMm& b) {
    return a.x < b.right() && b.x < a.right() && a.y < b.bottom() && b.y < a.bottom();
}

bool contains(const RectPx& outer, const RectPx& inner) {
    return inner.x >= outer.x && inner.y >= outer.y && inner.right() <= outer.right() &&
           inner.bottom() <= outer.bottom();
}

RectMm grown(const RectMm& box, double by_mm) {
    return {box.x - by_mm, box.y - by_mm, box.width + 2 * by_mm, box.height + 2 * by_mm};
}

}  // namespace tympan
