#pragma once
#include "core/seams/band_search.h"

namespace tympan {

/// The wandering seams that cost least, over exactly so many sheets; nothing where no plan exists. How cheap
/// a path comes is known only once it is found, so several plans of straight seams are begun from: the
/// cheapest of rows and of columns, and the one that would be cheapest if a seam could step aside by a
/// centimetre at every place. Straight seams where no path costs less. Throws Error (stopped).
std::optional<FoundBands> quietestPaths(const SeamCosts& costs, const SheetRoom& room, int sheets,
                                        int least_px, const Progress& progress = {});

}  // namespace tympan
