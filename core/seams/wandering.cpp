#include "core/seams/wandering.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <functional>
#include <limits>

#include "core/base/parallel.h"

namespace tympan {

namespace {

constexpr int along_cells = 4;  // from one corner to the next
constexpr int steepest = 3;     // cells aside in that: 37°; turns by one step are 10° to 14°
constexpr int ways = 2 * steepest + 1;
constexpr float turn_cost = 1.5F, aside_cost = 0.4F;  // L* mm of a bend, L* of a mm that is not straight on
constexpr int sweeps = 2;
constexpr double least_left_mm = 15;  // between two seams

/// Where one seam is looked for: costs whose rows follow it, from cell to cell along, beginning at `first`.
struct Strip {
    cv::Mat straight, aside;  ///< of a seam that goes along, and at right angles
    int first = 0, last = 0;  ///< the cells along between which it is needed
    int least = 0, most = 0;  ///< the cells across between which it may lie
    double cell_mm = 1;
    int cell = 1;
};

/// What a step costs from each place across, going on `way` cells aside over the next cells along.
void stepCosts(const Strip& strip, int along, int way, std::vector<float>& costs) {
    const int places = strip.most - strip.least + 1, columns = strip.straight.cols;
    const float slope = static_cast<float>(way) / along_cells, longer = std::sqrt(1 + slope * slope);
    std::fill(costs.begin(), costs.end(), aside_cost * static_cast<float>(std::abs(way)));
    for (int i = 0; i < along_cells; ++i) {
        const int row = std::min(along - strip.first + i, strip.straight.rows - 1);
        const float *straight = strip.straight.ptr<float>(row), *aside = strip.aside.ptr<float>(row);
        // A seam between two cells costs half of each.
        const float off = slope * (static_cast<float>(i) + 0.5F) - 0.5F;
        const int whole = static_cast<int>(std::floor(off));
        const float part = off - static_cast<float>(whole);
        const auto add = [&](int place, int j, int k) {
            costs[static_cast<std::size_t>(place)] +=
                longer * sloping(straight[j] + part * (straight[k] - straight[j]),
                                 aside[j] + part * (aside[k] - aside[j]), slope);
        };
        const int from = strip.least + whole;
        // All but the ends lie between two cells.
        const int begin = std::clamp(-from, 0, places), end = std::clamp(columns - 1 - from, begin, places);
        for (int place = 0; place < begin; ++place) add(place, 0, 0);
        for (int place = begin; place < end; ++place) add(place, from + place, from + place + 1);
        for (int place = end; place < places; ++place) add(place, columns - 1, columns - 1);
    }
    for (float& cost : costs) cost *= static_cast<float>(strip.cell_mm);
}

SeamLine cheapest(const Strip& strip) {
    const int steps = (strip.last - strip.first + along_cells - 1) / along_cells;
    const int places = strip.most - strip.least + 1;
    const float never = std::numeric_limits<float>::infinity();
    const auto at = [](int number) { return static_cast<std::size_t>(number); };
    // By way, the least that it costs to come to each place so; it may begin anywhere, in any direction.
    using ByWay = std::array<std::vector<float>, ways>;
    ByWay sum, next;
    for (int way = 0; way < ways; ++way) sum[at(way)].assign(at(places), 0), next[at(way)].resize(at(places));
    std::vector<std::array<std::vector<std::int8_t>, ways>> came(at(steps));
    std::vector<float> costs(at(places));
    for (int step = 0; step < steps; ++step)
        for (int way = 0; way < ways; ++way) {
            stepCosts(strip, strip.first + step * along_cells, way - steepest, costs);
            std::vector<float>& to = next[at(way)];
            std::vector<std::int8_t>& from_way = came[at(step)][at(way)];
            std::fill(to.begin(), to.end(), never);
            from_way.assign(at(places), static_cast<std::int8_t>(way));
            const std::vector<float>& straight = sum[at(way)];
            const std::vector<float>* left = way > 0 ? &sum[at(way - 1)] : nullptr;
            const std::vector<float>* right = way + 1 < ways ? &sum[at(way + 1)] : nullptr;
            const int aside = way - steepest;
            for (int place = std::max(0, -aside); place < places - std::max(0, aside); ++place) {
                float least = straight[at(place)];
                std::int8_t before = static_cast<std::int8_t>(way);
                if (left && (*left)[at(place)] + turn_cost < least)
                    least = (*left)[at(place)] + turn_cost, before = static_cast<std::int8_t>(way - 1);
                if (right && (*right)[at(place)] + turn_cost < least)
                    least = (*right)[at(place)] + turn_cost, before = static_cast<std::int8_t>(way + 1);
                to[at(place + aside)] = least + costs[at(place)];
                from_way[at(place + aside)] = before;
            }
            if (way + 1 == ways) std::swap(sum, next);
        }
    int place = 0, way = steepest;
    for (int w = 0; w < ways; ++w)
        for (int p = 0; p < places; ++p)
            if (sum[at(w)][at(p)] < sum[at(way)][at(place)]) way = w, place = p;
    SeamLine line;
    for (int step = steps; step >= 0; --step) {
        const PointPx corner{(strip.first + step * along_cells) * strip.cell,
                             (strip.least + place) * strip.cell};
        // What goes straight on is one stretch.
        const std::size_t n = line.corners.size();
        if (n > 1 &&
            static_cast<long>(line.corners[n - 1].y - corner.y) * (line.corners[n - 2].x - corner.x) ==
                static_cast<long>(line.corners[n - 2].y - corner.y) * (line.corners[n - 1].x - corner.x))
            line.corners.back() = corner;
        else
            line.corners.push_back(corner);
        if (step == 0) break;
        const int before = came[at(step) - 1][at(way)][at(place)];
        place -= way - steepest;
        way = before;
    }
    std::reverse(line.corners.begin(), line.corners.end());
    return line;
}

/// Beyond the edges of its band a cut costs nothing: it ends there.
void clearBeyond(Strip& strip, const SeamLine* above, const SeamLine* below) {
    for (int x = 0; x < strip.straight.cols; ++x) {
        const double middle = (x + 0.5) * strip.cell;
        const int from = above ? static_cast<int>(above->at(middle) / strip.cell) - strip.first : 0;
        const int to =
            below ? static_cast<int>(below->at(middle) / strip.cell) + 1 - strip.first : strip.straight.rows;
        for (cv::Mat* costs : {&strip.straight, &strip.aside}) {
            for (int y = 0; y < std::min(from, costs->rows); ++y) costs->at<float>(y, x) = 0;
            for (int y = std::max(0, to); y < costs->rows; ++y) costs->at<float>(y, x) = 0;
        }
    }
}

/// Where a seam may lie that has others, or the print's ends, on either side: sheets must hold what is
/// between them, and that must stay large enough to handle.
struct Range {
    int least = 0, most = 0;
};

/// Finds each of some seams in a row anew, its neighbours staying where they are, until all have been found
/// a few times. So a seam may use all that the sheets on both of its sides have to spare.
/// `room`: of a part by its number, and how many of its sides are seams.
void findInTurn(std::vector<SeamLine>& seams, Strip& strip, int depth, int least_left,
                const std::function<int(std::size_t part, int sides)>& room, const Progress& progress) {
    const std::size_t count = seams.size();
    for (int sweep = 0; sweep < sweeps; ++sweep)
        for (std::size_t i = 0; i < count; ++i) {
            progress.at(0);
            const bool first = i == 0, last = i + 1 == count;
            const int before_least = first ? 0 : seams[i - 1].least(),
                      before_most = first ? 0 : seams[i - 1].most();
            const int after_least = last ? depth : seams[i + 1].least(),
                      after_most = last ? depth : seams[i + 1].most();
            const Range range{std::max(after_most - room(i + 1, last ? 1 : 2), before_most + least_left),
                              std::min(before_least + room(i, first ? 1 : 2), after_least - least_left)};
            strip.least = (range.least + strip.cell - 1) / strip.cell;
            strip.most = range.most / strip.cell;
            if (strip.least > strip.most) continue;
            seams[i] = cheapest(strip);
        }
}

}  // namespace

Bands wandering(const SeamCosts& costs, const SheetRoom& room, const Bands& straight,
                const Progress& progress) {
    Bands bands = straight;
    const bool upright = bands.upright;
    const int length = upright ? costs.print.height : costs.print.width,
              depth = upright ? costs.print.width : costs.print.height;
    const int least_left = static_cast<int>(least_left_mm / costs.cell_mm) * costs.cell;
    const auto deep = [&](std::size_t band, int n) {
        return upright ? room.across(bands.pages[band], n) : room.down(bands.pages[band], n);
    };
    const auto wide = [&](std::size_t band, int n) {
        return upright ? room.down(bands.pages[band], n) : room.across(bands.pages[band], n);
    };
    Strip strip;
    strip.cell = costs.cell;
    strip.cell_mm = costs.cell_mm;

    strip.straight = upright ? costs.down : cv::Mat(costs.across.t());
    strip.aside = upright ? costs.across : cv::Mat(costs.down.t());
    strip.last = strip.straight.rows;
    findInTurn(bands.edges, strip, depth, least_left, deep, progress);

    const cv::Mat through = upright ? cv::Mat(costs.across.t()) : costs.down,
                  beside = upright ? cv::Mat(costs.down.t()) : costs.across;
    inTwoParts(static_cast<int>(bands.cuts.size()), [&](int begin, int end) {
        for (std::size_t band = static_cast<std::size_t>(begin); band < static_cast<std::size_t>(end);
             ++band) {
            const SeamLine *above = band == 0 ? nullptr : &bands.edges[band - 1],
                           *below = band < bands.edges.size() ? &bands.edges[band] : nullptr;
            Strip own;
            own.first = above ? above->least() / costs.cell : 0;
            own.last =
                below ? std::min(through.rows, (below->most() + costs.cell - 1) / costs.cell) : through.rows;
            own.cell_mm = costs.cell_mm;
            own.cell = costs.cell;
            own.straight = through.rowRange(own.first, own.last).clone();
            own.aside = beside.rowRange(own.first, own.last).clone();
            clearBeyond(own, above, below);
            findInTurn(
                bands.cuts[band], own, length, least_left, [&](std::size_t, int n) { return wide(band, n); },
                progress);
        }
    });
    return bands;
}

}  // namespace tympan
