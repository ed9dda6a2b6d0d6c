#include "core/seams/cheapest_cuts.h"

namespace tympan {

namespace {

/// Calls use(i, j) with the cheapest j of `earlier` that lies from `least` to `most` before place i; with -1
/// where there is none.
template <class Use>
void eachWithin(const std::vector<int>& at, const std::vector<double>& earlier, int least, int most,
                Use use) {
    thread_local std::vector<std::size_t> queue;
    queue.clear();
    std::size_t head = 0, next = 0;
    for (std::size_t i = 0; i < at.size(); ++i) {
        for (; next < i && at[i] - at[next] >= least; ++next) {
            while (queue.size() > head && earlier[queue.back()] >= earlier[next]) queue.pop_back();
            queue.push_back(next);
        }
        while (queue.size() > head && at[i] - at[queue[head]] > most) ++head;
        use(i, queue.size() > head ? static_cast<int>(queue[head]) : -1);
    }
}

void firstCuts(const CutPlaces& places, const CutRoom& room, std::vector<double>& sums) {
    sums.assign(places.at.size(), never);
    for (std::size_t i = 0; i < places.at.size() && places.at[i] <= room.outer; ++i)
        if (places.at[i] >= room.least) sums[i] = places.cost[i];
}

/// The cheapest place of a last cut, or -1.
int lastCut(const CutPlaces& places, const CutRoom& room, const std::vector<double>& sums) {
    int best = -1;
    for (std::size_t i = places.at.size(); i-- > 0 && room.length - places.at[i] <= room.outer;)
        if (room.length - places.at[i] >= room.least && sums[i] < never &&
            (best < 0 || sums[i] < sums[static_cast<std::size_t>(best)]))
            best = static_cast<int>(i);
    return best;
}

}  // namespace

CutCosts cutCosts(const CutPlaces& places, const CutRoom& room, int fewest) {
    CutCosts result;
    result.fill(never);
    if (fewest == 1) result[0] = 0;
    thread_local std::vector<double> sums, next;
    firstCuts(places, room, sums);
    for (int parts = 2; parts <= fewest + more_in_a_band; ++parts) {
        if (parts > 2) {
            next.assign(places.at.size(), never);
            eachWithin(places.at, sums, room.least, room.inner, [&](std::size_t i, int j) {
                if (j >= 0) next[i] = sums[static_cast<std::size_t>(j)] + places.cost[i];
            });
            std::swap(sums, next);
        }
        if (parts < fewest) continue;
        if (const int last = lastCut(places, room, sums); last >= 0)
            result[static_cast<std::size_t>(parts - fewest)] = sums[static_cast<std::size_t>(last)];
    }
    return result;
}

std::vector<int> cheapestCuts(const CutPlaces& places, const CutRoom& room, int parts) {
    if (parts == 1) return {0, room.length};
    std::vector<std::vector<double>> sums(static_cast<std::size_t>(parts) - 1);
    std::vector<std::vector<int>> came(sums.size(), std::vector<int>(places.at.size(), -1));
    firstCuts(places, room, sums[0]);
    for (std::size_t k = 1; k < sums.size(); ++k) {
        sums[k].assign(places.at.size(), never);
        eachWithin(places.at, sums[k - 1], room.least, room.inner, [&](std::size_t i, int j) {
            if (j < 0) return;
            sums[k][i] = sums[k - 1][static_cast<std::size_t>(j)] + places.cost[i];
            came[k][i] = j;
        });
    }
    int last = lastCut(places, room, sums.back());
    if (last < 0) return {};
    std::vector<int> cuts(static_cast<std::size_t>(parts) + 1, 0);
    cuts.back() = room.length;
    for (std::size_t k = sums.size(); k-- > 0;) {
        cuts[k + 1] = places.at[static_cast<std::size_t>(last)];
        last = came[k][static_cast<std::size_t>(last)];
    }
    return cuts;
}

}  // namespace tympan
