#pragma once
#include "core/seams/band_search.h"

namespace tympan {

/// The same bands with seams that wander along the path that costs least, as far as the sheets have room.
/// Edges first, over the whole print; then cuts, between them; each in turn, so that it may use all that the
/// sheets beside it have to spare. A path keeps its direction or bends by one of a few small angles every two
/// millimetres or so, so that it can be followed by hand: no radius under 8 mm. It is straight where
/// wandering gains nothing. Method: minimum-error boundary cut (A. Efros and W. Freeman 2001), the direction
/// being part of the state.
Bands wandering(const SeamCosts& costs, const SheetRoom& room, const Bands& straight,
                const Progress& progress = {});

}  // namespace tympan
