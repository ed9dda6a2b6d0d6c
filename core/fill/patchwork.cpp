#include "core/fill/patchwork.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/fill/power_cells.h"

namespace tympan {

namespace {

constexpr int ways = 8, most_ways = 48;  // more only while something is cut
constexpr double stretches[] = {1, 0.8, 1.25};
constexpr int places = 5;        // across and down, of a picture behind its cell
constexpr double over_mm = 0.3;  // a picture reaches so far beyond its cell
constexpr double zooms[] = {1, 1.12, 1.3};
constexpr double cut_off = 10, word_cut = 6,
                 in_parts = 0.6;  // what they cost, beside 1 for a picture that is left out

/// The area that a ring and a box share.
double sharedArea(const Outline& cell, const RectMm& box) {
    double all = 0;
    Ring ring, next;
    for (const Ring& whole : cell.rings) {
        ring = whole;
        for (const int side : {0, 1, 2, 3}) {
            const auto inside = [&](const PointMm& p) {
                return side == 0   ? p.x - box.x
                       : side == 1 ? box.right() - p.x
                       : side == 2 ? p.y - box.y
                                   : box.bottom() - p.y;
            };
            next.clear();
            for (std::size_t i = 0; i < ring.size(); ++i) {
                const PointMm &a = ring[i], &b = ring[(i + 1) % ring.size()];
                const double ha = inside(a), hb = inside(b);
                if (ha >= 0) next.push_back(a);
                if ((ha < 0 && hb > 0) || (ha > 0 && hb < 0))
                    next.push_back(
                        {std::lerp(a.x, b.x, ha / (ha - hb)), std::lerp(a.y, b.y, ha / (ha - hb))});
            }
            ring.swap(next);
        }
        all += area(ring);
    }
    return all;
}

/// A word that is cut through is worse than one that is left out: nobody misses that.
double wordCost(double missing) { return 4 * missing * (1 - missing) + 0.5 * missing; }

struct Fitting {
    PointMm middle;
    SizeMm size;
    double cut = 0;    ///< of what should stay whole
    double words = 0;  ///< of lettering, weighed by its size
    double cost = 0;
};

/// The picture over all of the cell: as small as that takes, and where what should stay whole does.
Fitting fit(const Outline& cell, const PatchPicture& picture) {
    const RectMm box = grown(bounds(cell), over_mm);
    const double least = std::max(box.width, box.height * picture.aspect), cell_area = area(cell);
    const PointMm balance = centroid(cell);
    double lettering = 1e-9;
    for (const ArtworkParts& part : picture.rather) lettering += part.width * part.height;
    Fitting best;
    best.cost = 1e18;
    for (const double zoom : zooms) {
        const SizeMm size{least * zoom, least * zoom / picture.aspect};
        const auto consider = [&](const PointMm& at) {
            double cut = 0, off = 0, words = 0;
            const auto missing = [&](const RectMm& there) {
                return 1 - sharedArea(cell, there) / std::max(1e-9, there.width * there.height);
            };
            const auto boxOf = [&](const ArtworkParts& part) {
                return RectMm{at.x + (part.x - 0.5) * size.width, at.y + (part.y - 0.5) * size.height,
                              part.width * size.width, part.height * size.height};
            };
            for (const ArtworkParts& part : picture.rather)
                words += wordCost(missing(boxOf(part))) * part.width * part.height / lettering;
            for (const ArtworkParts& part : picture.keep) {
                const RectMm there = boxOf(part);
                cut += missing(there);
                const PointMm m = middle(there);
                off += std::hypot(m.x - balance.x, m.y - balance.y) / size.width;
            }
            if (picture.keep.empty())
                off = std::hypot(at.x - middle(box).x, at.y - middle(box).y) / size.width;
            if (cut < 1e-6) cut = 0;
            if (words < 1e-3) words = 0;
            const double cost =
                cut_off * cut + word_cut * words + 1 - cell_area / (size.width * size.height) + 0.1 * off;
            if (cost >= best.cost) return false;
            best = {at, size, cut, words, cost};
            return true;
        };
        // Its middle may lie anywhere here.
        const RectMm room{box.right() - size.width / 2, box.bottom() - size.height / 2,
                          size.width - box.width, size.height - box.height};
        bool any = false;
        for (int i = 0; i < places; ++i)
            for (int j = 0; j < places; ++j)
                any = consider({room.x + room.width * i / (places - 1),
                                room.y + room.height * j / (places - 1)}) ||
                      any;
        // Nearer to the best of them.
        double across = room.width / places, down = room.height / places;
        for (int step = 0; any && (best.cut > 0 || best.words > 0) && step < 10;
             ++step, across /= 1.6, down /= 1.6)
            for (const auto& [x, y] : {std::pair(across, 0.0), {-across, 0.0}, {0.0, down}, {0.0, -down}})
                consider({std::clamp(best.middle.x + x, room.x, room.right()),
                          std::clamp(best.middle.y + y, room.y, room.bottom())});
        if (best.cut == 0 && best.words == 0) break;
    }
    return best;
}

std::size_t partsOf(const Outline& cell) {
    return static_cast<std::size_t>(std::count_if(cell.rings.begin(), cell.rings.end(),
                                                  [](const Ring& ring) { return area(ring) > 0.5; }));
}

/// Which picture lies in which cell: cells of the same share are exchanged while that costs less.
std::vector<std::size_t> assigned(const std::vector<std::vector<double>>& costs,
                                  const std::vector<PatchPicture>& pictures) {
    std::vector<std::size_t> cell(pictures.size());
    std::iota(cell.begin(), cell.end(), std::size_t{0});
    for (bool better = true; better;) {
        better = false;
        for (std::size_t a = 0; a < cell.size(); ++a)
            for (std::size_t b = a + 1; b < cell.size(); ++b) {
                if (pictures[a].share != pictures[b].share) continue;
                const double now = costs[a][cell[a]] + costs[b][cell[b]],
                             other = costs[a][cell[b]] + costs[b][cell[a]];
                if (other < now - 1e-9) std::swap(cell[a], cell[b]), better = true;
            }
    }
    return cell;
}

}  // namespace

std::vector<Patch> patchwork(const Outline& room, const std::vector<PatchPicture>& pictures, double joint_mm,
                             std::uint64_t seed, const Progress& progress) {
    if (pictures.empty()) return {};
    double aspect = 0;
    CellsWanted wanted;
    for (const PatchPicture& picture : pictures) {
        wanted.shares.push_back(picture.share);
        aspect += std::log(picture.aspect) / static_cast<double>(pictures.size());
    }
    wanted.joint_mm = joint_mm;
    std::vector<Patch> best;
    double least = 1e18;
    const auto n = pictures.size();
    const double usual = std::exp(aspect);
    const auto whole = [&] {
        return std::all_of(best.begin(), best.end(),
                           [](const Patch& patch) { return patch.whole && patch.words_whole; });
    };
    for (int way = 0; way < ways || (way < most_ways && !whole()); ++way) {
        progress.at(static_cast<double>(way) / most_ways);
        wanted.stretch = usual * stretches[static_cast<std::size_t>(way) % std::size(stretches)];
        wanted.seed = seed * 1009 + static_cast<std::uint64_t>(way);
        const std::vector<Outline> cells = powerCells(room, wanted);
        std::vector<std::vector<Fitting>> fits(n);
        std::vector<std::vector<double>> costs(n);
        double parts = 0;
        for (std::size_t i = 0; i < n; ++i)
            for (std::size_t j = 0; j < n; ++j) {
                const bool possible = !cells[j].empty() && (i == j || pictures[i].share == pictures[j].share);
                fits[i].push_back(possible ? fit(cells[j], pictures[i]) : Fitting{});
                costs[i].push_back(possible ? fits[i].back().cost : 1e6);
            }
        for (const Outline& cell : cells)
            parts += in_parts * static_cast<double>(std::max<std::size_t>(1, partsOf(cell)) - 1);
        const std::vector<std::size_t> cell = assigned(costs, pictures);
        double cost = parts;
        std::vector<Patch> patches;
        for (std::size_t i = 0; i < n; ++i) {
            const Fitting& fitting = fits[i][cell[i]];
            cost += costs[i][cell[i]];
            patches.push_back(
                {cells[cell[i]], fitting.middle, fitting.size, fitting.cut == 0, fitting.words == 0});
        }
        if (cost < least) least = cost, best = std::move(patches);
    }
    return best;
}

Patch patchIn(const Outline& cell, const PatchPicture& picture) {
    const Fitting fitting = fit(cell, picture);
    return {cell, fitting.middle, fitting.size, fitting.cut == 0, fitting.words == 0};
}

}  // namespace tympan
