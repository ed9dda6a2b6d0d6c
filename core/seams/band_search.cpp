#include "core/seams/band_search.h"

#include <cmath>
#include <opencv2/core.hpp>

#include "core/base/parallel.h"
#include "core/seams/cheapest_cuts.h"

namespace tympan {

namespace {

constexpr int most_edge_places = 160, most_cut_places = 800;

/// One direction of bands: everything in cells and pixels along and across them.
class Axis {
  public:
    Axis(const SeamCosts& costs, const SheetRoom& room, bool upright, int least_px)
        : cell_(costs.cell),
          cell_mm_(costs.cell_mm),
          upright_(upright),
          room_(room),
          length_(upright ? costs.print.height : costs.print.width),
          depth_(upright ? costs.print.width : costs.print.height),
          least_px_(std::min({least_px, length_ / 2, depth_ / 2})) {
        // Seams between bands run along them; `along` has the bands' direction as its columns.
        cv::Mat along = upright ? costs.down.t() : costs.across,
                through = upright ? costs.across.t() : costs.down;
        rows_ = along.rows, columns_ = along.cols;
        edge_.assign(static_cast<std::size_t>(rows_) + 1, never);
        std::vector<double> sums(static_cast<std::size_t>(rows_));
        for (int y = 0; y < rows_; ++y)
            sums[static_cast<std::size_t>(y)] = cv::sum(along.row(y))[0] * cell_mm_;
        for (int y = 1; y < rows_; ++y)
            edge_[static_cast<std::size_t>(y)] =
                (sums[static_cast<std::size_t>(y) - 1] + sums[static_cast<std::size_t>(y)]) / 2;
        above_.create(rows_ + 1, columns_ + 1, CV_64FC1);
        above_.row(0).setTo(0);
        for (int y = 0; y < rows_; ++y) {
            const float* p = through.ptr<float>(y);
            const double* before = above_.ptr<double>(y);
            double* after = above_.ptr<double>(y + 1);
            after[0] = after[columns_] = 0;
            // A cut between two cells costs half of each.
            for (int x = 1; x < columns_; ++x) after[x] = before[x] + (p[x - 1] + p[x]) / 2 * cell_mm_;
        }
        choosePlaces();
    }

    /// The cheapest bands of so many sheets.
    std::optional<FoundBands> found(int sheets, const Progress& progress) {
        const std::size_t places = places_.size();
        // The fewest sheets before and after each place, so that only bands of some whole plan are looked at.
        std::vector<std::vector<int>> least(places, std::vector<int>(places, 0));
        std::vector<int> before(places, 1'000'000), after(places, 1'000'000);
        before.front() = 0, after.back() = 0;
        for (std::size_t to = 1; to < places; ++to)
            for (std::size_t from = 0; from < to; ++from) {
                least[from][to] = fewestIn(places_[from], places_[to]);
                if (least[from][to] > 0) before[to] = std::min(before[to], before[from] + least[from][to]);
            }
        for (std::size_t from = places - 1; from-- > 0;)
            for (std::size_t to = from + 1; to < places; ++to)
                if (least[from][to] > 0) after[from] = std::min(after[from], least[from][to] + after[to]);
        if (before.back() > sheets) return {};
        std::vector<std::vector<CutCosts>> cost(places);
        inTwoParts(static_cast<int>(places), [&](int first, int) {
            // Each of the two takes every other place, so that both take about as long.
            const std::size_t odd = first > 0;
            for (std::size_t from = odd; from < places; from += 2) {
                progress.at(0);
                cost[from].resize(places);
                for (std::size_t to = from + 1; to < places; ++to)
                    if (least[from][to] > 0 && before[from] + least[from][to] + after[to] <= sheets)
                        cost[from][to] = costsOfBand(places_[from], places_[to], least[from][to]);
            }
        });
        return planned(sheets, least, cost);
    }

  private:
    int sidesAt(int from, int to) const { return (from > 0) + (to < depth_); }
    int deep(Orientation page, int seams) const {
        return upright_ ? room_.across(page, seams) : room_.down(page, seams);
    }
    int wide(Orientation page, int seams) const {
        return upright_ ? room_.down(page, seams) : room_.across(page, seams);
    }

    /// The page on which a band of that depth has most room along it; nothing when it has none.
    std::optional<Orientation> pageOf(int from, int to) const {
        std::optional<Orientation> best;
        for (Orientation page : orientations)
            if (to - from <= deep(page, sidesAt(from, to)) && (!best || wide(page, 0) > wide(*best, 0)))
                best = page;
        return best;
    }

    /// The fewest sheets of a band; 0 when there is no room.
    int fewestIn(int from, int to) const {
        if (to - from < least_px_) return 0;
        const std::optional<Orientation> page = pageOf(from, to);
        if (!page) return 0;
        return fewestParts(length_, wide(*page, 0), room_.band);
    }

    void choosePlaces() {
        const int stride = std::max(1, (rows_ + most_edge_places - 1) / most_edge_places);
        places_.push_back(0);
        for (int y = 1; y < rows_; y += stride) {
            int best = y;
            for (int other = y; other < std::min(rows_, y + stride); ++other)
                if (edge_[static_cast<std::size_t>(other)] < edge_[static_cast<std::size_t>(best)])
                    best = other;
            places_.push_back(best * cell_);
        }
        places_.push_back(depth_);
        stride_ = stride;
    }

    /// What a cut costs at every place along a band.
    void columnCosts(int from, int to, std::vector<double>& costs) const {
        const auto rowAt = [&](int px) { return px >= depth_ ? rows_ : std::min(rows_, px / cell_); };
        const double *top = above_.ptr<double>(rowAt(from)), *bottom = above_.ptr<double>(rowAt(to));
        costs.resize(static_cast<std::size_t>(columns_) + 1);
        for (int x = 0; x <= columns_; ++x) costs[static_cast<std::size_t>(x)] = bottom[x] - top[x];
    }

    /// The best cut within every few cells.
    void thinned(const std::vector<double>& costs, int stride, CutPlaces& places) const {
        places.at.clear(), places.cost.clear();
        for (int x = 1; x < columns_; x += stride) {
            int best = x;
            for (int other = x; other < std::min(columns_, x + stride); ++other)
                if (costs[static_cast<std::size_t>(other)] < costs[static_cast<std::size_t>(best)])
                    best = other;
            places.at.push_back(best * cell_);
            places.cost.push_back(costs[static_cast<std::size_t>(best)]);
        }
    }

    CutRoom roomOf(Orientation page) const { return {length_, wide(page, 1), wide(page, 2), least_px_}; }

    /// The costs of the cheapest cuts of a band with each number of sheets.
    CutCosts costsOfBand(int from, int to, int fewest) const {
        thread_local std::vector<double> costs;
        thread_local CutPlaces places;
        columnCosts(from, to, costs);
        thinned(costs, std::max(1, (columns_ + most_cut_places - 1) / most_cut_places), places);
        return cutCosts(places, roomOf(*pageOf(from, to)), fewest);
    }

    /// The cheapest cuts themselves, among all cells.
    std::vector<int> cutsOf(int from, int to, int sheets) const {
        std::vector<double> costs;
        CutPlaces places;
        columnCosts(from, to, costs);
        thinned(costs, 1, places);
        return cheapestCuts(places, roomOf(*pageOf(from, to)), sheets);
    }

    std::optional<FoundBands> planned(int sheets, const std::vector<std::vector<int>>& least,
                                      const std::vector<std::vector<CutCosts>>& cost) const {
        const std::size_t places = places_.size(), counts = static_cast<std::size_t>(sheets) + 1;
        struct Step {
            double cost = never;
            std::size_t from = 0;
            int sheets = 0;
        };
        std::vector<std::vector<Step>> best(places, std::vector<Step>(counts));
        best[0][0].cost = 0;
        for (std::size_t to = 1; to < places; ++to) {
            const double edge = to + 1 < places ? edge_[static_cast<std::size_t>(places_[to] / cell_)] : 0;
            for (std::size_t from = 0; from < to; ++from) {
                if (cost[from].empty() || least[from][to] == 0) continue;
                for (std::size_t more = 0; more <= more_in_a_band; ++more) {
                    const double band = cost[from][to][more];
                    if (!(band < never)) continue;
                    const std::size_t n = static_cast<std::size_t>(least[from][to]) + more;
                    for (std::size_t t = n; t < counts; ++t) {
                        const double sum = best[from][t - n].cost + band + edge;
                        if (sum < best[to][t].cost) best[to][t] = {sum, from, static_cast<int>(n)};
                    }
                }
            }
        }
        if (!(best.back().back().cost < never)) return {};
        std::vector<int> edges{depth_}, parts;
        for (std::size_t to = places - 1, t = counts - 1; to > 0;) {
            const Step& step = best[to][t];
            parts.insert(parts.begin(), step.sheets);
            edges.insert(edges.begin(), places_[step.from]);
            t -= static_cast<std::size_t>(step.sheets);
            to = step.from;
        }
        return refined(std::move(edges), parts);
    }

    /// What the cuts of two bands come to when the edge between them moves.
    double aroundEdge(int edge, int above, int below, const std::vector<int>& upper,
                      const std::vector<int>& lower) const {
        thread_local std::vector<double> costs;
        double sum = edge_[static_cast<std::size_t>(edge / cell_)];
        columnCosts(above, edge, costs);
        for (std::size_t i = 1; i + 1 < upper.size(); ++i)
            sum += costs[static_cast<std::size_t>(upper[i] / cell_)];
        columnCosts(edge, below, costs);
        for (std::size_t i = 1; i + 1 < lower.size(); ++i)
            sum += costs[static_cast<std::size_t>(lower[i] / cell_)];
        return sum;
    }

    std::optional<FoundBands> refined(std::vector<int> edges, const std::vector<int>& parts) const {
        std::vector<std::vector<int>> cuts;
        const auto cutAll = [&] {
            cuts.clear();
            for (std::size_t band = 0; band < parts.size(); ++band) {
                cuts.push_back(cutsOf(edges[band], edges[band + 1], parts[band]));
                if (cuts.back().empty()) return false;
            }
            return true;
        };
        // Cuts were costed on thinned places: all of them are there among all cells.
        if (!cutAll()) return {};
        for (std::size_t i = 1; i + 1 < edges.size(); ++i) {
            const int was = edges[i];
            const Orientation above = *pageOf(edges[i - 1], was), below = *pageOf(was, edges[i + 1]);
            double least = aroundEdge(was, edges[i - 1], edges[i + 1], cuts[i - 1], cuts[i]);
            for (int step = -stride_ * 2; step <= stride_ * 2; ++step) {
                const int at = was + step * cell_;
                if (at - edges[i - 1] < least_px_ || edges[i + 1] - at < least_px_) continue;
                if (pageOf(edges[i - 1], at) != above || pageOf(at, edges[i + 1]) != below) continue;
                const double cost = aroundEdge(at, edges[i - 1], edges[i + 1], cuts[i - 1], cuts[i]);
                if (cost < least) least = cost, edges[i] = at;
            }
        }
        if (!cutAll()) return {};
        std::vector<Orientation> pages;
        for (std::size_t band = 0; band < parts.size(); ++band)
            pages.push_back(*pageOf(edges[band], edges[band + 1]));
        return FoundBands{straightBands(upright_, edges, cuts, pages), 0};
    }

    int cell_;
    double cell_mm_;
    bool upright_;
    SheetRoom room_;
    int length_, depth_;  // of the print along and across the bands
    int least_px_;
    int rows_ = 0, columns_ = 0, stride_ = 1;
    std::vector<double> edge_;  // of a seam between bands at every cell
    cv::Mat above_;             // of a cut at every cell, summed from the top
    std::vector<int> places_;   // where bands may end
};

/// The cost at a place, between the four cells round it.
double costAt(const cv::Mat& costs, double x, double y) {
    const double u = std::clamp(x - 0.5, 0.0, costs.cols - 1.0),
                 v = std::clamp(y - 0.5, 0.0, costs.rows - 1.0);
    const int i = std::min(static_cast<int>(u), std::max(0, costs.cols - 2)),
              j = std::min(static_cast<int>(v), std::max(0, costs.rows - 2));
    const int right = std::min(i + 1, costs.cols - 1), below = std::min(j + 1, costs.rows - 1);
    const double a = u - i, b = v - j;
    const float *top = costs.ptr<float>(j), *bottom = costs.ptr<float>(below);
    return (top[i] * (1 - a) + top[right] * a) * (1 - b) + (bottom[i] * (1 - a) + bottom[right] * a) * b;
}

}  // namespace

int fewestInBands(const SizePx& print, const SheetRoom& room) {
    int fewest = 0;
    for (const bool upright : {false, true}) {
        const int length = upright ? print.height : print.width, depth = upright ? print.width : print.height;
        const auto deep = [&](Orientation page, int n) {
            return upright ? room.across(page, n) : room.down(page, n);
        };
        const auto inBand = [&](Orientation page) {
            return fewestParts(length, upright ? room.down(page, 0) : room.across(page, 0), room.band);
        };
        const int each[2] = {inBand(Orientation::portrait), inBand(Orientation::landscape)};
        // How many bands of one kind and of the other reach over the depth: the first and the last have one
        // seam, so they may be deeper by what marks take.
        const auto reach = [&](int upright_pages, int across_pages) {
            const int n = upright_pages + across_pages;
            long sum = 0;
            const int count[2] = {upright_pages, across_pages};
            for (int kind = 0; kind < 2; ++kind) {
                const Orientation page = orientations[kind];
                if (count[kind] > 0 && (each[kind] == 0 || (n > 2 && deep(page, 2) < 1))) return -1L;
                sum += static_cast<long>(count[kind]) * deep(page, n == 1 ? 0 : 2);
            }
            return n == 1 ? sum : sum + 2L * room.band;
        };
        for (int portrait = 0; portrait <= 200; ++portrait)
            for (int across = portrait == 0; across <= 200; ++across) {
                if (reach(portrait, across) < depth) continue;
                const int sheets = portrait * each[0] + across * each[1];
                if (sheets > 0 && (fewest == 0 || sheets < fewest)) fewest = sheets;
                break;
            }
    }
    return fewest;
}

std::vector<FoundBands> quietestBands(const SeamCosts& costs, const SheetRoom& room, int sheets, int least_px,
                                      const Progress& progress) {
    std::vector<FoundBands> found;
    for (const bool upright : {false, true})
        if (auto bands = Axis(costs, room, upright, least_px).found(sheets, progress)) {
            bands->cost = costOf(costs, bands->bands);
            found.push_back(std::move(*bands));
        }
    if (found.size() > 1 && found[1].cost < found[0].cost) std::swap(found[0], found[1]);
    return found;
}

double costOf(const SeamCosts& costs, const Bands& bands) {
    const double cell = costs.cell;
    const cv::Mat &along = bands.upright ? costs.down : costs.across,
                  &through = bands.upright ? costs.across : costs.down;
    const int length = bands.upright ? costs.print.height : costs.print.width,
              depth = bands.upright ? costs.print.width : costs.print.height;
    // Of one line from one place along it to another, each half cell.
    const auto of = [&](const SeamLine& line, double from, double to, bool runs_down, const cv::Mat& straight,
                        const cv::Mat& aside) {
        double sum = 0;
        const int steps = std::max(1, static_cast<int>((to - from) / (cell / 2)));
        const double step = (to - from) / steps;
        for (int i = 0; i < steps; ++i) {
            const double at = from + (i + 0.5) * step, across = line.at(at);
            const double rise = (line.at(at + step / 2) - line.at(at - step / 2)) / step;
            const double x = (runs_down ? across : at) / cell, y = (runs_down ? at : across) / cell;
            sum += sloping(static_cast<float>(costAt(straight, x, y)),
                           static_cast<float>(costAt(aside, x, y)), static_cast<float>(rise)) *
                   std::sqrt(1 + rise * rise);
        }
        return sum * step / cell * costs.cell_mm;
    };
    double sum = 0;
    for (const SeamLine& edge : bands.edges) sum += of(edge, 0, length, bands.upright, along, through);
    for (std::size_t band = 0; band < bands.cuts.size(); ++band)
        for (const SeamLine& cut : bands.cuts[band]) {
            const double middle = cut.corners.front().y;
            const double from = band == 0 ? 0 : bands.edges[band - 1].at(middle);
            const double to = band < bands.edges.size() ? bands.edges[band].at(middle) : depth;
            sum += of(cut, from, to, !bands.upright, through, along);
        }
    return sum;
}

}  // namespace tympan
