#include "core/seams/wandering.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <limits>

#include "core/base/parallel.h"
#include "core/seams/cheapest_path.h"

namespace tympan {

namespace {

constexpr int sweeps = 2;
constexpr double least_left_mm = 15;  // between two seams
constexpr double nearby_mm = 8;
// How far a seam may step aside on either side of the place that is looked for it.
constexpr double lane_mm[] = {4, 8, 16};

/// Some seams in a row, and what they part.
struct Row {
    const CheapestPath& paths;
    int depth = 0;       ///< pixels across
    int least_left = 0;  ///< pixels between two seams
    /// How much a part has room for, by its number and how many of its sides are seams.
    std::function<int(std::size_t part, int sides)> room;
    int nearby = 0;  ///< how far each may go from where it lies, in pixels; 0: anywhere
};

/// Beyond the edges of its band a cut costs nothing: it ends there.
void clearBeyond(cv::Mat& costs, int first, int cell, const SeamLine* above, const SeamLine* below) {
    for (int x = 0; x < costs.cols; ++x) {
        const double middle = (x + 0.5) * cell;
        const int from = above ? static_cast<int>(above->at(middle) / cell) - first : 0;
        const int to = below ? static_cast<int>(below->at(middle) / cell) + 1 - first : costs.rows;
        for (int y = 0; y < std::min(from, costs.rows); ++y) costs.at<float>(y, x) = 0;
        for (int y = std::max(0, to); y < costs.rows; ++y) costs.at<float>(y, x) = 0;
    }
}

/// Places all seams of a row at once, each in a lane of its own, so that all that they cost together is
/// least; what that is, or infinity where lanes so wide have no room. Dynamic programming over the lanes'
/// middles.
float placeTogether(const Row& row, std::size_t count, double lane_mm, std::vector<SeamLine>& seams,
                    const Progress& progress) {
    constexpr float never = std::numeric_limits<float>::infinity();
    const int cell = row.paths.cell(), across = row.depth / cell;
    const int half = std::max(1, static_cast<int>(std::lround(lane_mm / row.paths.cellMm())));
    const int stride = std::max(1, half / 2), lanes = (across - 2 * half) / stride + 1;
    if (lanes < 1) return never;
    const auto middle = [&](int lane) { return half + lane * stride; };
    std::vector<float> own(static_cast<std::size_t>(lanes));
    progress.at(0);
    inTwoParts(lanes, [&](int first, int last) {
        row.paths.costs(
            first * stride, first * stride + 2 * half, stride,
            std::span(own).subspan(static_cast<std::size_t>(first), static_cast<std::size_t>(last - first)));
    });
    // Room is in pixels, lanes are in cells; a lane may be used up to its rims.
    const auto most = [&](std::size_t part, int sides) { return row.room(part, sides) / cell; };
    const int left = (row.least_left + cell - 1) / cell;
    std::vector<std::vector<float>> sum(count, std::vector<float>(own.size(), never));
    std::vector<std::vector<int>> before(count, std::vector<int>(own.size(), -1));
    for (std::size_t i = 0; i < count; ++i)
        for (int lane = 0; lane < lanes; ++lane) {
            float& here = sum[i][static_cast<std::size_t>(lane)];
            if (i == 0) {
                if (middle(lane) + half <= most(0, 1) && middle(lane) - half >= left)
                    here = own[static_cast<std::size_t>(lane)];
                continue;
            }
            for (int other = 0; other < lane; ++other) {
                const int apart = middle(lane) - middle(other);
                if (apart + 2 * half > most(i, 2) || apart - 2 * half < left) continue;
                const float all =
                    sum[i - 1][static_cast<std::size_t>(other)] + own[static_cast<std::size_t>(lane)];
                if (all < here) here = all, before[i][static_cast<std::size_t>(lane)] = other;
            }
        }
    int best = -1;
    float least = never;
    for (int lane = 0; lane < lanes; ++lane) {
        const float here = sum[count - 1][static_cast<std::size_t>(lane)];
        if (here < least && (row.depth + cell - 1) / cell - middle(lane) + half <= most(count, 1) &&
            row.depth / cell - middle(lane) - half >= left)
            least = here, best = lane;
    }
    if (best < 0) return never;
    seams.assign(count, {});
    for (std::size_t i = count; i-- > 0; best = before[i][static_cast<std::size_t>(best)])
        seams[i] = row.paths.path(middle(best) - half, middle(best) + half);
    return least;
}

/// Finds each seam of a row anew, its neighbours staying where they are, until all have been found a few
/// times. So a seam may use all that the sheets on both of its sides have to spare.
void findInTurn(const Row& row, std::vector<SeamLine>& seams, const Progress& progress) {
    const std::vector<SeamLine> lay = seams;
    const std::size_t count = seams.size();
    const int cell = row.paths.cell();
    for (int sweep = 0; sweep < sweeps; ++sweep)
        for (std::size_t i = 0; i < count; ++i) {
            progress.at(0);
            const bool first = i == 0, last = i + 1 == count;
            const int before_least = first ? 0 : seams[i - 1].least(),
                      before_most = first ? 0 : seams[i - 1].most();
            const int after_least = last ? row.depth : seams[i + 1].least(),
                      after_most = last ? row.depth : seams[i + 1].most();
            int least = std::max(after_most - row.room(i + 1, last ? 1 : 2), before_most + row.least_left);
            int most = std::min(before_least + row.room(i, first ? 1 : 2), after_least - row.least_left);
            if (row.nearby > 0) {
                least = std::max(least, lay[i].least() - row.nearby);
                most = std::min(most, lay[i].most() + row.nearby);
            }
            if ((least + cell - 1) / cell > most / cell) continue;
            seams[i] = row.paths.path((least + cell - 1) / cell, most / cell);
        }
}

/// The paths of a row of seams: from where they lie, or from where they would together lie best.
void findRow(const Row& row, std::vector<SeamLine>& seams, const Progress& progress) {
    if (seams.empty()) return;
    float least = std::numeric_limits<float>::infinity();
    std::vector<SeamLine> placed;
    for (const double lane : lane_mm) {
        if (row.nearby > 0) break;
        const float cost = placeTogether(row, seams.size(), lane, placed, progress);
        if (cost < least) least = cost, seams = placed;
    }
    findInTurn(row, seams, progress);
}

}  // namespace

Wanderer::Wanderer(const SeamCosts& costs, const SheetRoom& room) : costs_(costs), room_(room) {
    down_ = {costs.down, costs.across};
}

const Wanderer::Field& Wanderer::field(bool runs_down) {
    if (runs_down) return down_;
    if (across_.straight.empty()) across_ = {costs_.across.t(), costs_.down.t()};
    return across_;
}

const CheapestPath& Wanderer::edgePaths(bool upright) {
    std::optional<CheapestPath>& paths = edges_[upright];
    if (!paths) {
        const Field& along = field(upright);
        paths.emplace(along.straight, along.aside, 0, costs_.cell, costs_.cell_mm);
    }
    return *paths;
}

Bands Wanderer::from(const Bands& straight, Wandering edges, Wandering cuts, const Progress& progress) {
    Bands bands = straight;
    const bool upright = bands.upright;
    const int length = upright ? costs_.print.height : costs_.print.width,
              depth = upright ? costs_.print.width : costs_.print.height;
    const int cell = costs_.cell;
    const double cell_mm = costs_.cell_mm;
    const int least_left = static_cast<int>(least_left_mm / cell_mm) * cell;
    const auto deep = [&](std::size_t band, int n) {
        return upright ? room_.across(bands.pages[band], n) : room_.down(bands.pages[band], n);
    };
    const auto wide = [&](std::size_t band, int n) {
        return upright ? room_.down(bands.pages[band], n) : room_.across(bands.pages[band], n);
    };
    const auto reach = [&](Wandering asked) {
        return asked == Wandering::nearby ? static_cast<int>(nearby_mm / cell_mm) * cell : 0;
    };
    if (edges != Wandering::not_at_all)
        findRow({edgePaths(upright), depth, least_left, deep, reach(edges)}, bands.edges, progress);
    if (cuts == Wandering::not_at_all) return bands;
    const Field& through = field(!upright);
    const auto findCuts = [&](std::size_t band) {
        const SeamLine *above = band == 0 ? nullptr : &bands.edges[band - 1],
                       *below = band < bands.edges.size() ? &bands.edges[band] : nullptr;
        const int first = above ? above->least() / cell : 0,
                  last = below ? std::min(through.straight.rows, (below->most() + cell - 1) / cell)
                               : through.straight.rows;
        Field own{through.straight.rowRange(first, last).clone(),
                  through.aside.rowRange(first, last).clone()};
        clearBeyond(own.straight, first, cell, above, below);
        clearBeyond(own.aside, first, cell, above, below);
        const CheapestPath paths(own.straight, own.aside, first, cell, cell_mm);
        findRow({paths, length, least_left, [&](std::size_t, int n) { return wide(band, n); }, reach(cuts)},
                bands.cuts[band], progress);
    };
    inTwoParts(static_cast<int>(bands.cuts.size()), [&](int begin, int end) {
        for (int band = begin; band < end; ++band) findCuts(static_cast<std::size_t>(band));
    });
    return bands;
}

}  // namespace tympan
