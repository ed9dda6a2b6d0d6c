#include "core/tone/blue_noise.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <random>

namespace tympan {

namespace {

constexpr int side = blue_noise_side, cells = side * side;
constexpr int reach = 7;
constexpr double sigma = 1.6;

/// A pattern of cells and how crowded each place of the torus is.
class Pattern {
  public:
    Pattern() {
        stale_.fill(true);
        tightest_.fill(-1);
        emptiest_.fill(-1);
        for (int y = -reach; y <= reach; ++y)
            for (int x = -reach; x <= reach; ++x)
                weight_[static_cast<std::size_t>((y + reach) * (2 * reach + 1) + x + reach)] =
                    static_cast<float>(std::exp(-(x * x + y * y) / (2 * sigma * sigma)));
    }

    bool holds(int cell) const { return in_[static_cast<std::size_t>(cell)]; }
    void put(int cell, bool in) {
        in_[static_cast<std::size_t>(cell)] = in;
        const int cx = cell % side, cy = cell / side;
        std::size_t w = 0;
        for (int y = cy - reach; y <= cy + reach; ++y) {
            const int row = (y + side) % side;
            for (int x = cx - reach; x <= cx + reach; ++x, ++w)
                crowd_[static_cast<std::size_t>(row * side + (x + side) % side)] +=
                    in ? weight_[w] : -weight_[w];
            stale_[static_cast<std::size_t>(row)] = true;
        }
    }
    /// The cell of the pattern that is crowded most.
    int tightest() {
        lookAgain();
        return best(tightest_, [this](int a, int b) { return crowd(a) > crowd(b); });
    }
    /// The empty cell that is crowded least.
    int emptiest() {
        lookAgain();
        return best(emptiest_, [this](int a, int b) { return crowd(a) < crowd(b); });
    }

  private:
    using Rows = std::array<int, static_cast<std::size_t>(side)>;

    float crowd(int cell) const { return crowd_[static_cast<std::size_t>(cell)]; }

    /// The first of the rows' bests that none beats; a row may have none (-1).
    template <class Better>
    static int best(const Rows& rows, Better better) {
        int found = -1;
        for (int cell : rows)
            if (cell >= 0 && (found < 0 || better(cell, found))) found = cell;
        return found;
    }

    /// Finds the bests of rows that have changed: a change touches a few of them only.
    void lookAgain() {
        for (int row = 0; row < side; ++row) {
            if (!stale_[static_cast<std::size_t>(row)]) continue;
            stale_[static_cast<std::size_t>(row)] = false;
            int tight = -1, empty = -1;
            for (int cell = row * side; cell < (row + 1) * side; ++cell) {
                if (holds(cell)) {
                    if (tight < 0 || crowd(cell) > crowd(tight)) tight = cell;
                } else if (empty < 0 || crowd(cell) < crowd(empty)) {
                    empty = cell;
                }
            }
            tightest_[static_cast<std::size_t>(row)] = tight;
            emptiest_[static_cast<std::size_t>(row)] = empty;
        }
    }

    std::array<bool, static_cast<std::size_t>(side)> stale_{};
    Rows tightest_, emptiest_;
    std::array<float, static_cast<std::size_t>((2 * reach + 1) * (2 * reach + 1))> weight_{};
    std::vector<char> in_ = std::vector<char>(cells, 0);
    std::vector<float> crowd_ = std::vector<float>(cells, 0);
};

std::vector<std::uint16_t> made() {
    // A tenth of the cells at random, then evened out: the tightest moves into the emptiest place until that
    // is the place it came from.
    Pattern pattern;
    std::mt19937 random(1);
    int first = 0;
    while (first < cells / 10) {
        const int cell = static_cast<int>(random() % cells);
        if (pattern.holds(cell)) continue;
        pattern.put(cell, true);
        ++first;
    }
    while (true) {
        const int from = pattern.tightest();
        pattern.put(from, false);
        const int to = pattern.emptiest();
        pattern.put(to, true);
        if (to == from) break;
    }
    std::vector<std::uint16_t> rank(cells, 0);
    Pattern thinning = pattern;
    for (int n = first - 1; n >= 0; --n) {
        const int cell = thinning.tightest();
        thinning.put(cell, false);
        rank[static_cast<std::size_t>(cell)] = static_cast<std::uint16_t>(n);
    }
    for (int n = first; n < cells; ++n) {
        const int cell = pattern.emptiest();
        pattern.put(cell, true);
        rank[static_cast<std::size_t>(cell)] = static_cast<std::uint16_t>(n);
    }
    return rank;
}

}  // namespace

const std::vector<std::uint16_t>& blueNoise() {
    static const std::vector<std::uint16_t> noise = made();
    return noise;
}

}  // namespace tympan
