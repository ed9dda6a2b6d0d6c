#pragma once
#include "core/layout/imposition.h"

namespace tympan {

/// The sheets on which the job keeps places for some of these parts, which are taken from the list: those
/// that still have their place, within the printable area and clear of one another.
std::vector<Sheet> keptSheets(const Imposition& imposition, const Job& job, std::vector<PlacedRegion>& parts);

/// Whether the job keeps a place for a part.
bool keepsPlaceFor(const Job& job, const PlacedRegion& part);

/// Where a part lies, as a job keeps it.
KeptPlace keptPlaceOf(const PlacedRegion& part, const PixelGrid& grid);

/// Keeps the places of all pieces that lie on sheets whole, as this imposition of the job has them (those
/// beside a part of a larger print find the same room again), so that whatever is added or changed later,
/// they are printed there again while they fit.
Job withPlacesKept(Job job, const Imposition& imposition);
/// Lays all pieces anew.
Job withPlacesFree(Job job);
/// Another place for one copy on the sheet that it lies on, where a hand laid it: it stays there (locked).
/// All places are kept, as `imposition` of this job has them.
Job withPlaceMoved(Job job, const Imposition& imposition, std::size_t sheet, const KeptPlace& place);
/// Whether laying pieces closer leaves a copy where it is. All places are kept.
Job withPlaceLocked(Job job, const Imposition& imposition, int piece, int copy, bool locked);

}  // namespace tympan
