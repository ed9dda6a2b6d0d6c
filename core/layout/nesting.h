#pragma once
#include "core/layout/imposition.h"
#include "core/nest/nest.h"

namespace tympan {

/// Pieces that share sheets, as a nesting problem: the container is the printable area of an upright page, in
/// mm of the page, and each piece the outline that it is cut to, in its print frame. Its gap is the job's for
/// scissors, and what rounding to pixels may take.
struct SheetNesting {
    NestProblem problem;
    std::vector<PlacedRegion> parts;       ///< of each of the problem's pieces: one copy, not laid
    std::vector<std::vector<int>> copies;  ///< of each: the job's number of each of the problem's copies
    std::size_t sheets = 0;                ///< how many they take in the imposition
};

/// All that may lie closer: of each group that shares sheets and has at least two copies of anything. What
/// lies in the room that parted prints leave stays there; so do places that are locked. `spares`: room that
/// is left over may be filled with up to as many spare copies of each piece as it has copies.
std::vector<SheetNesting> nestingsOf(const Job& job, const Imposition& imposition, bool spares = false);

/// A search for closer places.
struct NestingSearch {
    double seconds = 20;  ///< in all; each group gets its share
    long moves = 0;       ///< if not 0, see NestLimits
    int seed = 1;
    bool spares = false;
    int piece = 0;  ///< whose sheets are looked at first: somebody watches
};
/// How it goes: groups that have been worked on, the last one perhaps still, and what was found for each.
struct NestingSoFar {
    const std::vector<SheetNesting>& nestings;
    const std::vector<NestLayout>& layouts;
};

/// Lays the pieces of the job that lie on sheets whole as close as it finds in the time; the same job where
/// nothing can lie closer. One that takes more sheets than now is not taken. `better` is told of each better
/// way, from the calling thread. When stopped, the best so far.
Job nested(const Job& job, const Imposition& imposition, const NestingSearch& search,
           const std::function<void(const NestingSoFar&)>& better = {}, const Progress& progress = {});

/// The job with the places that were found, one layout for each nesting, and the spare copies that found
/// room; `seed`: which way this was. What found no place has none, and is laid in rows.
Job withNested(Job job, const Imposition& imposition, const std::vector<SheetNesting>& nestings,
               const std::vector<NestLayout>& layouts, int seed);

/// What laying a job as it is printed (render/as_printed.h) closer came to, taken over into the job itself:
/// places, the way they were found, spare copies.
Job withPlacesOf(Job job, const Job& laid);

}  // namespace tympan
