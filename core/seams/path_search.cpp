#include "core/seams/path_search.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/seams/wandering.h"

namespace tympan {

namespace {

constexpr double aside_mm = 12;
constexpr double far_off = 1.5;  // what straight seams may cost more than the cheapest to be begun from

/// What seams would cost that could step aside so far at every place.
SeamCosts steppingAside(const SeamCosts& costs, double aside_mm) {
    SeamCosts eased = costs;
    const int side = 2 * static_cast<int>(std::lround(aside_mm / costs.cell_mm)) + 1;
    const auto least = [&](const cv::Size& window, const cv::Mat& from, cv::Mat& to) {
        to = cv::Mat();
        cv::erode(from, to, cv::getStructuringElement(cv::MORPH_RECT, window));
    };
    least({1, side}, costs.across, eased.across);
    least({side, 1}, costs.down, eased.down);
    return eased;
}

/// Whether two plans have as many seams on the same pages: paths then end up the same, wherever they began.
bool alike(const Bands& a, const Bands& b) {
    return a.upright == b.upright && a.pages == b.pages &&
           std::equal(a.cuts.begin(), a.cuts.end(), b.cuts.begin(), b.cuts.end(),
                      [](const auto& some, const auto& others) { return some.size() == others.size(); });
}

}  // namespace

std::optional<FoundBands> quietestPaths(const SeamCosts& costs, const SheetRoom& room, int sheets,
                                        int least_px, const Progress& progress) {
    std::vector<FoundBands> starts = quietestBands(costs, room, sheets, least_px, progress);
    if (starts.empty()) return {};
    FoundBands best = starts.front();
    const double straight = best.cost;
    Wanderer wanderer(costs, room);
    const auto follow = [&](const Bands& straight, Wandering edges) {
        FoundBands paths{wanderer.from(straight, edges, Wandering::anywhere, progress), 0};
        paths.cost = costOf(costs, paths.bands);
        if (paths.cost < best.cost) best = std::move(paths);
    };
    follow(starts.front().bands, Wandering::nearby);
    // Edges are found without looking at what the cuts between them then run through.
    if (best.bands == starts.front().bands) follow(starts.front().bands, Wandering::not_at_all);
    std::erase_if(starts, [&](const FoundBands& start) { return start.cost > far_off * straight; });
    std::vector<FoundBands> eased =
        quietestBands(steppingAside(costs, aside_mm), room, sheets, least_px, progress);
    if (!eased.empty() && std::none_of(starts.begin(), starts.end(), [&](const FoundBands& start) {
            return alike(start.bands, eased.front().bands);
        }))
        starts.push_back(std::move(eased.front()));
    for (const FoundBands& start : starts) follow(start.bands, Wandering::anywhere);
    return best;
}

}  // namespace tympan
