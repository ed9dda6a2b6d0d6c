#pragma once
#include <array>
#include <limits>
#include <vector>

namespace tympan {

inline constexpr double never = std::numeric_limits<double>::infinity();

/// Where one band may be cut, and what each place costs, in rising order.
struct CutPlaces {
    std::vector<int> at;  ///< pixels along the band
    std::vector<double> cost;
};

/// How long the parts of a band may be, in pixels.
struct CutRoom {
    int length = 0;  ///< of the band
    int outer = 0;   ///< the most, of a part with a seam on one side
    int inner = 0;   ///< of one with a seam on both
    int least = 0;
};

/// How many parts more than it takes a band may have.
inline constexpr int more_in_a_band = 2;
/// What the cheapest cuts of a band cost, by how many parts more than the fewest there are.
using CutCosts = std::array<double, more_in_a_band + 1>;

/// The costs of the cheapest cuts into `fewest` parts and more; `never` where there are none. Method: dynamic
/// programming over the places, each step being the least of a window that slides along (a queue that only
/// rises: D. Lemire 2006), so the time is that of places times parts.
CutCosts cutCosts(const CutPlaces& places, const CutRoom& room, int fewest);

/// The cheapest cuts themselves: 0, the cuts, and the band's length; empty where there are none.
std::vector<int> cheapestCuts(const CutPlaces& places, const CutRoom& room, int parts);

}  // namespace tympan
