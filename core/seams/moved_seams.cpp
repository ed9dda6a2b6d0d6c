#include "core/seams/moved_seams.h"

#include <cmath>

#include "core/seams/seam_plan.h"

namespace tympan {

namespace {

SeamLine& lineIn(Bands& bands, const LineOf& line) {
    return line.band ? bands.cuts[*line.band][line.number] : bands.edges[line.number];
}

void moveTo(SeamLine& line, int at) {
    for (PointPx& corner : line.corners) corner.y = at;
}

/// The places between which parts lie: 0, the lines, the end.
std::vector<int> placesOf(const std::vector<SeamLine>& lines, int end) {
    std::vector<int> places{0};
    for (const SeamLine& line : lines) places.push_back(line.corners.front().y);
    places.push_back(end);
    return places;
}

bool fits(const std::vector<int>& places, const std::function<int(int sides)>& room) {
    for (std::size_t i = 0; i + 1 < places.size(); ++i) {
        const int sides = (i > 0) + (i + 2 < places.size()), length = places[i + 1] - places[i];
        if (length < 1 || length > room(sides)) return false;
    }
    return true;
}

constexpr double hardly_seen = 1, plainly_seen = 4;

}  // namespace

const SeamLine& lineIn(const Bands& bands, const LineOf& line) {
    return line.band ? bands.cuts[*line.band][line.number] : bands.edges[line.number];
}

std::optional<Bands> withRoom(Bands bands, const SizePx& print, const SheetRoom& room) {
    const int length = bands.upright ? print.height : print.width,
              depth = bands.upright ? print.width : print.height;
    const std::vector<int> edges = placesOf(bands.edges, depth);
    bands.pages.clear();
    for (std::size_t band = 0; band + 1 < edges.size(); ++band) {
        const int seams = (band > 0) + (band + 2 < edges.size()), deep = edges[band + 1] - edges[band];
        std::optional<Orientation> found;
        for (Orientation page : orientations) {
            const int has = bands.upright ? room.across(page, seams) : room.down(page, seams);
            if (!found && deep > 0 && deep <= has && fits(placesOf(bands.cuts[band], length), [&](int sides) {
                    return bands.upright ? room.down(page, sides) : room.across(page, sides);
                }))
                found = page;
        }
        if (!found) return {};
        bands.pages.push_back(*found);
    }
    return bands;
}

Bands straightened(Bands bands) {
    for (SeamLine& edge : bands.edges) moveTo(edge, (edge.least() + edge.most()) / 2);
    for (std::vector<SeamLine>& cuts : bands.cuts)
        for (SeamLine& cut : cuts) moveTo(cut, (cut.least() + cut.most()) / 2);
    return bands;
}

Bands withLineAt(const Bands& bands, const LineOf& line, int at, const SeamCosts& costs,
                 const SheetRoom& room, int snap_px) {
    const auto laid = [&](int place) {
        Bands moved = bands;
        moveTo(lineIn(moved, line), place);
        return withRoom(std::move(moved), costs.print, room);
    };
    const int was = lineIn(bands, line).corners.front().y;
    // As near as there is room: the sheets that hold it do so over one stretch of places.
    std::optional<Bands> best = laid(at);
    if (!best) {
        int holds = was, fails = at;
        while (std::abs(holds - fails) > 1) {
            const int middle = holds + (fails - holds) / 2;
            (laid(middle) ? holds : fails) = middle;
        }
        at = holds;
        best = laid(at);
        if (!best) return bands;
    }
    if (snap_px < 1) return *std::move(best);
    double least = costOf(costs, *best);
    for (int cell = (at - snap_px) / costs.cell; cell <= (at + snap_px) / costs.cell; ++cell)
        if (auto other = laid(cell * costs.cell)) {
            const double cost = costOf(costs, *other);
            if (cost < least) least = cost, best = std::move(other);
        }
    return *std::move(best);
}

KeptSeams keptFrom(const Bands& bands, const SizePx& print, const PixelGrid& grid) {
    KeptSeams kept{bands.upright, {grid.mm(print.width), grid.mm(print.height)}, {}, {}};
    const auto middle = [&](const SeamLine& line) { return grid.mm((line.least() + line.most()) / 2); };
    for (const SeamLine& edge : bands.edges) kept.edges_mm.push_back(middle(edge));
    for (const std::vector<SeamLine>& cuts : bands.cuts) {
        kept.cuts_mm.emplace_back();
        for (const SeamLine& cut : cuts) kept.cuts_mm.back().push_back(middle(cut));
    }
    return kept;
}

SeamsSeen seamsSeen(const SeamCosts& costs, const Bands& bands) {
    const double mm = seamLength(planOf(costs.print, bands, Joint::butt, 0)) / costs.cell * costs.cell_mm;
    const double mean = mm > 0 ? costOf(costs, bands) / mm : 0;
    return mean < hardly_seen    ? SeamsSeen::hardly
           : mean < plainly_seen ? SeamsSeen::looked_for
                                 : SeamsSeen::plainly;
}

}  // namespace tympan
