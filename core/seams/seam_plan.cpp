#include "core/seams/seam_plan.h"

#include <algorithm>
#include <cmath>

namespace tympan {

namespace {

/// Whether the open segment from `a` to `b` meets the open box: the line is cut to one side of the box after
/// the other (Liang and Barsky, ACM Transactions on Graphics 3(1), 1984).
bool crosses(const PlacePx& a, const PlacePx& b, const RectPx& box) {
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

/// A line's corners that lie strictly between two places along it.
void addBetween(std::vector<PlacePx>& path, const SeamLine& line, double from, double to) {
    for (const PointPx& corner : line.corners)
        if (corner.x > from && corner.x < to)
            path.push_back({static_cast<double>(corner.x), static_cast<double>(corner.y)});
}

/// Makes tiles and seams of bands. Until they are done, places are along (x) and across (y) the bands.
class PlanMaker {
  public:
    PlanMaker(const SizePx& print, const Bands& bands, Joint joint, int overlap_px)
        : bands_(bands),
          length_(bands.upright ? print.height : print.width),
          joint_(joint),
          overlap_px_(overlap_px) {
        plan_.print = print;
        plan_.bands = bands;
        const int across = bands.upright ? print.width : print.height;
        edges_.push_back(straightLine(0, length_));
        edges_.insert(edges_.end(), bands.edges.begin(), bands.edges.end());
        edges_.push_back(straightLine(across, length_));
        for (const std::vector<SeamLine>& cuts : bands.cuts) {
            ends_.push_back({straightLine(0, across)});
            ends_.back().insert(ends_.back().end(), cuts.begin(), cuts.end());
            ends_.back().push_back(straightLine(length_, across));
        }
    }

    SeamPlan made() {
        addTiles();
        for (std::size_t band = 0; band < ends_.size(); ++band) {
            for (std::size_t part = 0; part + 2 < ends_[band].size(); ++part) addCut(band, part);
            if (band + 1 < ends_.size()) addEdge(band);
        }
        plan_.in_bands = number_;
        return std::move(plan_);
    }

  private:
    /// Where a cut of a band meets an edge: neither is steep, so going from one to the other closes in on it.
    PlacePx meeting(std::size_t edge, std::size_t band, std::size_t cut) const {
        double across = edges_[edge].at(0);
        for (int i = 0; i < 200; ++i) {
            const double next = edges_[edge].at(ends_[band][cut].at(across));
            if (next == across) break;
            across = next;
        }
        return {ends_[band][cut].at(across), across};
    }

    std::vector<PlacePx> corners(std::size_t band, std::size_t part) const {
        const auto straightened = [](std::vector<PlacePx> side, bool along) {
            if (!along)
                for (PlacePx& at : side) std::swap(at.x, at.y);
            return side;
        };
        const auto side = [&](const SeamLine& line, const PlacePx& from, const PlacePx& to, bool along) {
            std::vector<PlacePx> between;
            along ? addBetween(between, line, from.x, to.x) : addBetween(between, line, from.y, to.y);
            return straightened(std::move(between), along);
        };
        const PlacePx nw = meeting(band, band, part), ne = meeting(band, band, part + 1),
                      sw = meeting(band + 1, band, part), se = meeting(band + 1, band, part + 1);
        std::vector<PlacePx> outline{nw};
        const auto add = [&](std::vector<PlacePx> places, bool backwards) {
            if (backwards) std::reverse(places.begin(), places.end());
            outline.insert(outline.end(), places.begin(), places.end());
        };
        add(side(edges_[band], nw, ne, true), false);
        outline.push_back(ne);
        add(side(ends_[band][part + 1], ne, se, false), false);
        outline.push_back(se);
        add(side(edges_[band + 1], sw, se, true), true);
        outline.push_back(sw);
        add(side(ends_[band][part], nw, sw, false), true);
        if (bands_.upright) {
            for (PlacePx& at : outline) std::swap(at.x, at.y);
            std::reverse(std::next(outline.begin()), outline.end());
        }
        return outline;
    }

    void addTiles() {
        number_.resize(ends_.size());
        std::size_t most = 0;
        for (std::size_t band = 0; band < ends_.size(); ++band) {
            number_[band].resize(ends_[band].size() - 1);
            most = std::max(most, number_[band].size());
        }
        if (!bands_.upright) {
            for (std::size_t band = 0; band < ends_.size(); ++band)
                for (std::size_t part = 0; part + 1 < ends_[band].size(); ++part) addTile(band, part);
            return;
        }
        for (std::size_t part = 0; part < most; ++part)
            for (std::size_t band = 0; band < ends_.size(); ++band)
                if (part + 1 < ends_[band].size()) addTile(band, part);
    }

    void addTile(std::size_t band, std::size_t part) {
        number_[band][part] = plan_.tiles.size();
        Tile tile;
        tile.page = bands_.pages[band];
        const int i = static_cast<int>(band), j = static_cast<int>(part);
        tile.label = bands_.upright ? tileLabel(j, i) : tileLabel(i, j);
        std::vector<PlacePx> outline = corners(band, part);
        double x0 = 1e300, y0 = 1e300, x1 = -1e300, y1 = -1e300;
        for (const PlacePx& at : outline) {
            x0 = std::min(x0, at.x), x1 = std::max(x1, at.x);
            y0 = std::min(y0, at.y), y1 = std::max(y1, at.y);
        }
        const int left = static_cast<int>(std::floor(x0)), top = static_cast<int>(std::floor(y0));
        tile.region = {left, top, static_cast<int>(std::ceil(x1)) - left,
                       static_cast<int>(std::ceil(y1)) - top};
        const bool box = edges_[band].straight() && edges_[band + 1].straight() &&
                         ends_[band][part].straight() && ends_[band][part + 1].straight();
        if (!box) tile.outline = std::move(outline);
        plan_.tiles.push_back(std::move(tile));
    }

    void addSeam(std::vector<PlacePx> path, std::size_t before, std::size_t after) {
        if (bands_.upright)
            for (PlacePx& at : path) std::swap(at.x, at.y);
        plan_.seams.push_back({std::move(path), before, after, joint_, overlap_px_});
    }

    void addCut(std::size_t band, std::size_t part) {
        const PlacePx from = meeting(band, band, part + 1), to = meeting(band + 1, band, part + 1);
        std::vector<PlacePx> path;
        addBetween(path, ends_[band][part + 1], from.y, to.y);
        for (PlacePx& at : path) std::swap(at.x, at.y);
        path.insert(path.begin(), from);
        path.push_back(to);
        addSeam(std::move(path), number_[band][part], number_[band][part + 1]);
    }

    /// The edge under a band, parted where a cut of either side meets it.
    void addEdge(std::size_t band) {
        std::size_t above = 0, below = 0;
        PlacePx from = meeting(band + 1, band, 0);
        while (above + 1 < ends_[band].size() && below + 1 < ends_[band + 1].size()) {
            const PlacePx end_above = meeting(band + 1, band, above + 1),
                          end_below = meeting(band + 1, band + 1, below + 1);
            const PlacePx to = end_above.x <= end_below.x ? end_above : end_below;
            if (to.x > from.x) {
                std::vector<PlacePx> path{from};
                addBetween(path, edges_[band + 1], from.x, to.x);
                path.push_back(to);
                addSeam(std::move(path), number_[band][above], number_[band + 1][below]);
            }
            const bool both = end_above.x == end_below.x;
            if (both || end_above.x < end_below.x) ++above;
            if (both || end_below.x < end_above.x) ++below;
            from = to;
        }
    }

    SeamPlan plan_;
    const Bands& bands_;
    int length_;
    Joint joint_;
    int overlap_px_;
    std::vector<SeamLine> edges_;              // with the print's own
    std::vector<std::vector<SeamLine>> ends_;  // of each band's parts, with the print's own
    std::vector<std::vector<std::size_t>> number_;
};

}  // namespace

SeamPlan planOf(const SizePx& print, const Bands& bands, Joint joint, int overlap_px) {
    return PlanMaker(print, bands, joint, overlap_px).made();
}

Sides seamSides(const SeamPlan& plan, const Tile& tile) {
    const RectPx& r = tile.region;
    return {r.x > 0, r.y > 0, r.right() < plan.print.width, r.bottom() < plan.print.height};
}

int overlapBeyond(const Seam& seam, std::size_t tile) {
    if (seam.joint == Joint::two_goes)
        return seam.before == tile ? (seam.overlap_px + 1) / 2 : seam.overlap_px / 2;
    return seam.joint == Joint::lap && seam.after == tile ? seam.overlap_px : 0;
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
        beyond = std::max(beyond, overlapBeyond(seam, tile));
    }
    return intersection({0, 0, plan.print.width, plan.print.height},
                        {kept.x - left, kept.y - top, kept.width + left + right, kept.height + top + bottom});
}

bool crosses(const Seam& seam, const RectPx& box) {
    for (std::size_t i = 1; i < seam.path.size(); ++i)
        if (crosses(seam.path[i - 1], seam.path[i], box)) return true;
    return false;
}

double lengthOf(const Seam& seam) {
    double length = 0;
    for (std::size_t i = 1; i < seam.path.size(); ++i)
        length += std::hypot(seam.path[i].x - seam.path[i - 1].x, seam.path[i].y - seam.path[i - 1].y);
    return length;
}

double seamLength(const SeamPlan& plan) {
    double length = 0;
    for (const Seam& seam : plan.seams) length += lengthOf(seam);
    return length;
}

std::vector<Stretch> keptOfRow(const Tile& tile, int row) {
    const RectPx& box = tile.region;
    if (row < box.y || row >= box.bottom()) return {};
    if (tile.outline.empty()) return {{box.x, box.right()}};
    const double middle = row + 0.5;
    std::vector<double> meets;
    for (std::size_t i = 0; i < tile.outline.size(); ++i) {
        const PlacePx &a = tile.outline[i], &b = tile.outline[(i + 1) % tile.outline.size()];
        if ((a.y > middle) != (b.y > middle))
            meets.push_back(a.x + (middle - a.y) * (b.x - a.x) / (b.y - a.y));
    }
    std::sort(meets.begin(), meets.end());
    std::vector<Stretch> kept;
    // A pixel is kept where its middle lies between.
    for (std::size_t i = 0; i + 1 < meets.size(); i += 2) {
        const int from = static_cast<int>(std::ceil(meets[i] - 0.5)),
                  to = static_cast<int>(std::ceil(meets[i + 1] - 0.5));
        if (from < to) kept.push_back({from, to});
    }
    return kept;
}

}  // namespace tympan
