#include "core/measure/outline_operations.h"

#include <cmath>
#include <polyclipping/clipper.hpp>
#include <unordered_map>

#include "core/base/error.h"

namespace tympan {

namespace {

using ClipperLib::cInt;
using ClipperLib::Path;
using ClipperLib::Paths;

constexpr double units_mm = 1000;  // 1 unit = 1 µm
constexpr double farthest_mm = 1e6;

cInt toUnits(double mm) {
    if (!(std::abs(mm) <= farthest_mm))
        throw Error(Error::Kind::input, "", Text("an outline reaches farther than 1 km"),
                    Text("draw it in millimetres"));
    return static_cast<cInt>(std::llround(mm * units_mm));
}

Path toPath(const Ring& ring) {
    Path path;
    path.reserve(ring.size());
    for (const PointMm& p : ring) path.emplace_back(toUnits(p.x), toUnits(p.y));
    return path;
}

Paths toPaths(const std::vector<Ring>& rings) {
    Paths paths;
    for (const Ring& ring : rings) paths.push_back(toPath(ring));
    return paths;
}

/// A ring that touches itself at corners, as rings that do not: each part between two visits of the same
/// place becomes a ring of its own, and keeps its direction. In one pass; the library's own way
/// (StrictlySimple) compares every corner with every other, which took half a minute for ten thousand of
/// them.
Paths parted(const Path& path) {
    struct Hash {
        std::size_t operator()(const std::pair<cInt, cInt>& p) const {
            return static_cast<std::size_t>(p.first) * 0x9e3779b97f4a7c15u ^
                   static_cast<std::size_t>(p.second);
        }
    };
    Paths parts;
    Path open;
    std::unordered_map<std::pair<cInt, cInt>, std::size_t, Hash> at;  // of each place in `open`
    for (const ClipperLib::IntPoint& p : path) {
        const auto [visited, is_new] = at.try_emplace({p.X, p.Y}, open.size());
        if (is_new) {
            open.push_back(p);
            continue;
        }
        const auto from = open.begin() + static_cast<std::ptrdiff_t>(visited->second);
        parts.emplace_back(from, open.end());
        for (auto each = from + 1; each != open.end(); ++each) at.erase({each->X, each->Y});
        open.erase(from + 1, open.end());
    }
    parts.push_back(std::move(open));
    return parts;
}

Outline fromPaths(const Paths& paths) {
    Outline outline;
    for (const Path& whole : paths)
        for (const Path& path : parted(whole)) {
            if (path.size() < 3) continue;
            Ring& ring = outline.rings.emplace_back();
            for (const ClipperLib::IntPoint& p : path)
                ring.push_back({static_cast<double>(p.X) / units_mm, static_cast<double>(p.Y) / units_mm});
        }
    return outline;
}

Outline combined(ClipperLib::ClipType how, const Outline& a, const Outline& b) {
    ClipperLib::Clipper clipper;
    clipper.AddPaths(toPaths(a.rings), ClipperLib::ptSubject, true);
    clipper.AddPaths(toPaths(b.rings), ClipperLib::ptClip, true);
    Paths result;
    clipper.Execute(how, result, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    return fromPaths(result);
}

/// Marks the points between two kept ones that are farther than `by_mm` from the lines between kept points
/// (D. H. Douglas and T. K. Peucker, 1973). `last` may be one past the end: the first point again.
void keepBetween(const Ring& ring, std::size_t first, std::size_t last, double by_mm,
                 std::vector<bool>& kept) {
    std::vector<std::pair<std::size_t, std::size_t>> open{{first, last}};
    while (!open.empty()) {
        const auto [from, to] = open.back();
        open.pop_back();
        const PointMm &a = ring[from], &b = ring[to % ring.size()];
        const double length = std::hypot(b.x - a.x, b.y - a.y);
        std::size_t worst = from;
        double most = by_mm;
        for (std::size_t i = from + 1; i < to; ++i) {
            const double px = ring[i].x - a.x, py = ring[i].y - a.y;
            const double off =
                length == 0 ? std::hypot(px, py) : std::abs((b.x - a.x) * py - (b.y - a.y) * px) / length;
            if (off > most) most = off, worst = i;
        }
        if (worst == from) continue;
        kept[worst] = true;
        open.emplace_back(from, worst);
        open.emplace_back(worst, to);
    }
}

}  // namespace

Outline tidied(const std::vector<Ring>& rings, FillRule rule) {
    Paths result;
    const auto fill = rule == FillRule::even_odd ? ClipperLib::pftEvenOdd : ClipperLib::pftNonZero;
    ClipperLib::Clipper clipper;
    clipper.AddPaths(toPaths(rings), ClipperLib::ptSubject, true);
    clipper.Execute(ClipperLib::ctUnion, result, fill, fill);
    return fromPaths(result);
}

Outline united(const Outline& a, const Outline& b) { return combined(ClipperLib::ctUnion, a, b); }
Outline without(const Outline& a, const Outline& b) { return combined(ClipperLib::ctDifference, a, b); }
Outline shared(const Outline& a, const Outline& b) { return combined(ClipperLib::ctIntersection, a, b); }

Outline offset(const Outline& outline, double by_mm, Corners corners) {
    if (by_mm == 0) return outline;
    // So much taken off leaves nothing; the library would take seconds to find that out.
    const RectMm box = bounds(outline);
    if (-2 * by_mm > std::min(box.width, box.height)) return {};
    // Finer than other curves: a margin that was asked is kept to a hundredth of a millimetre.
    constexpr double arc_mm = 0.005;
    constexpr double mitre_limit = 20;  // keeps all but needles sharp
    ClipperLib::ClipperOffset clipper(mitre_limit, arc_mm * units_mm);
    clipper.AddPaths(toPaths(outline.rings),
                     corners == Corners::round ? ClipperLib::jtRound : ClipperLib::jtMiter,
                     ClipperLib::etClosedPolygon);
    Paths result;
    clipper.Execute(result, static_cast<double>(toUnits(by_mm)));
    return fromPaths(result);
}

Ring withoutStraight(const Ring& ring, double by_mm) {
    if (ring.size() < 4) return ring;
    // The two halves between the first point and the one farthest from it.
    std::size_t far = 0;
    const auto distance = [&](std::size_t i) {
        return std::hypot(ring[i].x - ring[0].x, ring[i].y - ring[0].y);
    };
    for (std::size_t i = 1; i < ring.size(); ++i)
        if (distance(i) > distance(far)) far = i;
    std::vector<bool> kept(ring.size() + 1, false);
    kept[0] = kept[far] = true;
    keepBetween(ring, 0, far, by_mm, kept);
    keepBetween(ring, far, ring.size(), by_mm, kept);
    Ring less;
    for (std::size_t i = 0; i < ring.size(); ++i)
        if (kept[i]) less.push_back(ring[i]);
    return less;
}

Outline simplified(const Outline& outline, double by_mm) {
    std::vector<Ring> rings;
    for (const Ring& ring : outline.rings) rings.push_back(withoutStraight(ring, by_mm));
    return tidied(rings);
}

Outline roomForMiddle(const Outline& room, const Ring& stamp) {
    // A stamp whose middle is in the room and whose edge never meets the room's edge lies inside. Its middle
    // meets the room's edge, seen from the edge, where the stamp turned about its middle would.
    Path turned_stamp;
    for (const PointMm& p : stamp) turned_stamp.emplace_back(toUnits(-p.x), toUnits(-p.y));
    ClipperLib::Clipper clipper;
    const Paths rings = toPaths(room.rings);
    clipper.AddPaths(rings, ClipperLib::ptSubject, true);
    for (const Path& ring : rings)
        for (std::size_t i = 0; i < ring.size(); ++i) {
            // The convex sum of one edge and the stamp: both ends' stamps and the parallelograms between.
            const ClipperLib::IntPoint a = ring[i], b = ring[(i + 1) % ring.size()];
            Paths swept;
            ClipperLib::MinkowskiSum(turned_stamp, Path{a, b}, swept, false);
            clipper.AddPaths(swept, ClipperLib::ptClip, true);
            Path at;
            for (const ClipperLib::IntPoint& p : turned_stamp) at.emplace_back(p.X + a.X, p.Y + a.Y);
            if (!ClipperLib::Orientation(at)) ClipperLib::ReversePath(at);
            clipper.AddPath(at, ClipperLib::ptClip, true);
        }
    Paths result;
    clipper.Execute(ClipperLib::ctDifference, result, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    return fromPaths(result);
}

}  // namespace tympan
