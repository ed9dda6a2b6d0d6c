#pragma once
#include "core/job/print_geometry.h"
#include "core/layout/placed_region.h"

namespace tympan {

/// What a print that lies on a sheet whole is cut to: where it has ink, or its rectangle where nothing cuts
/// it. In one part: islands are joined by the narrowest bridges that do, since what hangs together is laid
/// together. Holes stay. Tidy, in mm from the raster's top left corner, print frame.
Outline cutOutline(const Job& job, const Piece& piece, const PrintGeometry& print);

/// With the part's tab, if it has one; print frame.
Outline withTab(const Outline& cut, const PlacedRegion& part, const PixelGrid& grid);

/// A part with its tab as it lies on its page, in mm; `cut`: its print's.
Outline onPage(const Outline& cut, const PlacedRegion& part, const PixelGrid& grid);

/// Whether two parts as they lie on a page share more than what rounding to pixels takes.
bool overlap(const Outline& a, const Outline& b, const PixelGrid& grid);

}  // namespace tympan
