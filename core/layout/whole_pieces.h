#pragma once
#include "core/layout/imposition.h"

namespace tympan {

/// Lays a whole piece into its box, turned by quarters: upright its tab is above it, turned once on its
/// right.
void layInto(PlacedRegion& part, const RectPx& box, int quarters);

/// Whether pieces may share a sheet as far as their paper goes: the same printer, the same kind of paper, fed
/// and treated the same way before it is printed, the same side of it laid. Both must be mirrored, or
/// neither, besides.
bool maySharePaper(const Piece& a, const Piece& b);

/// A sheet as a piece is printed on, without anything.
Sheet emptySheet(const Job& job, const Piece& piece, Orientation orientation);

/// All copies of a piece that lies on sheets whole, not yet laid anywhere: the tab is known, the place is
/// not.
std::vector<PlacedRegion> wholePieces(const Imposition& imposition, const Job& job, std::size_t print);

/// The sheets of parts that may share them: all of one method and printer. Those whose places the job keeps
/// lie there, on sheets that come first; the rest in rows, on the orientation that takes fewer sheets. Throws
/// Error (input) when there is no room for one of them.
std::vector<Sheet> sharedSheets(const Imposition& imposition, const Job& job,
                                std::vector<PlacedRegion> parts);

}  // namespace tympan
