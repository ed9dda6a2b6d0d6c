#pragma once
#include <cstdint>
#include <functional>

#include "core/base/progress.h"
#include "core/nest/problem.h"

namespace tympan {

/// When a search ends: whichever comes first.
struct NestLimits {
    double seconds = 30;
    /// How often a piece is laid anew; with as many and the same seed the same layout comes out on every
    /// machine. 0: only time counts.
    long moves = 0;
    std::uint64_t seed = 1;
    NestPlaces from =
        {};  ///< where copies lie at first, perhaps over each other; what is not named finds its place
};

/// Lays pieces into as few containers as it finds, the last one filled no further than must be; where their
/// number is limited, as many pieces as it finds room for. A first layout comes at once, by laying the
/// largest first where nothing is in the way, by several rules; then it is improved (separation.h): a
/// container is given up and its pieces are taken apart among the others; pieces that have no place are laid
/// over the others and all taken apart. `better` is told each better layout, from the calling thread. Stops
/// early when nothing is left to gain, and when asked to stop: the best so far is the answer. Every layout
/// keeps its gaps to a hundredth of a millimetre. Throws Error (input) for a container without any room, for
/// more than most_nest_items pieces, and for a piece locked beyond the last container that there may be.
NestLayout nest(const NestProblem& problem, const NestLimits& limits,
                const std::function<void(const NestLayout&)>& better = {}, const Progress& progress = {});

}  // namespace tympan
