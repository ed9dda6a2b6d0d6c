#include "core/documents/assembly_map.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/marks/seam_marks.h"

namespace tympan {

namespace {

constexpr double rim_mm = 0.3, pad_mm = 0.7;

/// Words about a point, on white.
void addWords(Marks& marks, const std::string& text, const PointMm& middle, double size, bool strong) {
    const double width = widthOf(text, size, strong);
    const PointMm at{middle.x - width / 2, middle.y + size * 0.35};
    const RectMm e = extent(Words{text, at, size, 0, strong});
    marks.push_back(box({e.x - pad_mm, e.y, e.width + 2 * pad_mm, e.height}, 1));
    marks.push_back(Words{text, at, size, 0, strong});
}

PlacePx halfWay(const Seam& seam) {
    double left = lengthOf(seam) / 2;
    for (std::size_t i = 1; i < seam.path.size(); ++i) {
        const PlacePx &a = seam.path[i - 1], &b = seam.path[i];
        const double length = std::hypot(b.x - a.x, b.y - a.y);
        if (length >= left && length > 0)
            return {std::lerp(a.x, b.x, left / length), std::lerp(a.y, b.y, left / length)};
        left -= length;
    }
    return seam.path.back();
}

}  // namespace

AssemblyMap::AssemblyMap(const SeamPlan& plan, const RectMm& within, From from) : plan_(plan), from_(from) {
    const double scale = std::min(within.width / plan.print.width, within.height / plan.print.height);
    const SizeMm size{plan.print.width * scale, plan.print.height * scale};
    where_ = {within.x + (within.width - size.width) / 2, within.y, size.width, size.height};
}

PointMm AssemblyMap::onPage(const PlacePx& at) const {
    const double across = at.x / plan_.print.width, down = at.y / plan_.print.height;
    return {where_.x + (from_ == From::front ? across : 1 - across) * where_.width,
            where_.y + down * where_.height};
}

std::vector<PointMm> AssemblyMap::outlineOf(std::size_t tile) const {
    std::vector<PointMm> corners;
    const Tile& of = plan_.tiles[tile];
    if (of.outline.empty()) {
        const double right = of.region.right(), bottom = of.region.bottom(), x = of.region.x, y = of.region.y;
        for (const PlacePx& at : {PlacePx{x, y}, {right, y}, {right, bottom}, {x, bottom}})
            corners.push_back(onPage(at));
    }
    for (const PlacePx& at : of.outline) corners.push_back(onPage(at));
    return corners;
}

Marks AssemblyMap::shaded(const std::vector<std::size_t>& tiles, double grey) const {
    Marks marks;
    for (std::size_t tile : tiles) marks.push_back(FilledShape{outlineOf(tile), grey});
    return marks;
}

Marks AssemblyMap::rim() const { return frame(where_, rim_mm); }

Marks AssemblyMap::seams(const std::vector<std::size_t>& which, double width, double grey) const {
    Marks marks;
    for (std::size_t seam : which) {
        const std::vector<PlacePx>& path = plan_.seams[seam].path;
        for (std::size_t i = 1; i < path.size(); ++i)
            if (path[i] != path[i - 1])
                marks.push_back(stroke(onPage(path[i - 1]), onPage(path[i]), width, grey));
    }
    return marks;
}

Marks AssemblyMap::letters(const std::vector<std::size_t>& which, double size) const {
    Marks marks;
    for (std::size_t seam : which) {
        addWords(marks, seamLetter(seam), onPage(halfWay(plan_.seams[seam])), size, false);
    }
    return marks;
}

Marks AssemblyMap::labels(const Language& say, double size) const {
    Marks marks;
    for (const Tile& tile : plan_.tiles)
        addWords(marks, tile.bare ? say(Text("empty")) : tile.label,
                 onPage({tile.region.x + tile.region.width / 2.0, tile.region.y + tile.region.height / 2.0}),
                 size, true);
    return marks;
}

std::vector<std::size_t> AssemblyMap::allSeams() const {
    std::vector<std::size_t> all(plan_.seams.size());
    std::iota(all.begin(), all.end(), 0);
    return all;
}

}  // namespace tympan
