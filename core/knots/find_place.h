#pragma once
#include <vector>

#include "core/base/progress.h"
#include "core/job/job.h"

namespace tympan {

// Where a picture lies so that knots, cracks and grain under it are hardly seen.
//
// A knot under ink is seen by how much darker the ink is on it than on the wood beside it (a difference of
// CIE L*, 0 to 100), less where the picture is busy (the seams' measure, core/seams/seam_costs.h). What is
// seen of all knots is added up over their area. A knot in a face, in lettering or in what the maker keeps
// whole is all but forbidden. One on bare wood, in the picture or beside it, is seen whole.

/// A place for a picture on its object.
struct ProposedPlace {
    PointMm from_centre;  ///< of the picture's middle, object frame
    double rotation_deg = 0;
    double scale = 1;  ///< of its size now
    /// What is seen of the knots, L* by mm²; its mean over their area is what an eye compares.
    double seen = 0;
    double mean = 0;
    bool on_what_counts = false;  ///< a knot reaches into a face, lettering, or what is kept whole
    bool operator==(const ProposedPlace&) const = default;
};

/// What may be tried.
struct PlaceLimits {
    bool half_turn = true;  ///< the picture may stand on its head
    double least_scale = 0.9, most_scale = 1.1;
    double most_move_mm = 1e4;  ///< of its middle
};

/// Whether there are knots that the picture may hide, and it lies flat and may be moved.
bool canFindPlace(const Job& job, const Piece& piece);

/// The place that it has now.
ProposedPlace placeAsItIs(const Job& job, const Piece& piece, const Progress& progress = {});

/// The best places, at most so many, each unlike the ones before it; the best first. A picture that lies
/// inside its object keeps its margin, or half of the bare rim that it has; one that covers it goes on
/// covering it, one that runs over an edge runs no farther over. Every place is tried at every cell of about
/// a millimetre, turn and size (nine sizes within the limits); the best are then moved by parts of a cell.
/// Throws Error (stopped; input for a damaged picture, or one that lies mostly beside its object).
std::vector<ProposedPlace> proposedPlaces(const Job& job, const Piece& piece, const PlaceLimits& limits = {},
                                          std::size_t most = 3, const Progress& progress = {});

/// The job with a piece where it was proposed, by hand from then on. Where the picture should stand on its
/// head it is the object that is turned by half, if it lies alone on an object that looks the same then.
Job withProposed(Job job, int piece, const ProposedPlace& place);

}  // namespace tympan
