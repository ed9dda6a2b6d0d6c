#pragma once
#include "core/layout/imposition.h"

namespace tympan {

/// Lays a whole piece into its box, turned by quarters: upright its tab is above it, turned once on its
/// right.
void layInto(PlacedRegion& part, const RectPx& box, int quarters);

/// All copies of a piece that lies on sheets whole, not yet laid anywhere: the tab is known, the place is
/// not.
std::vector<PlacedRegion> wholePieces(const Imposition& imposition, const Job& job, std::size_t print);

/// The sheets of parts that may share them: all of one method and printer. Those whose places the job keeps
/// lie there, on sheets that come first; the rest in rows, on the orientation that takes fewer sheets. Throws
/// Error (input) when there is no room for one of them.
std::vector<Sheet> sharedSheets(const Imposition& imposition, const Job& job,
                                std::vector<PlacedRegion> parts);

/// Whether the job keeps a place for a part.
bool keepsPlaceFor(const Job& job, const PlacedRegion& part);

/// Keeps the places of all pieces that lie on sheets whole, as this imposition of the job has them (those
/// beside a part of a larger print find the same room again), so that whatever is added or changed later,
/// they are printed there again while they fit.
Job withPlacesKept(Job job, const Imposition& imposition);
/// Lays all pieces anew.
Job withPlacesFree(Job job);

}  // namespace tympan
