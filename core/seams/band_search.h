#pragma once
#include <optional>

#include "core/base/progress.h"
#include "core/seams/seam_costs.h"
#include "core/seams/seam_lines.h"

namespace tympan {

/// The room that sheets offer to the parts of one print, in pixels.
struct SheetRoom {
    SizePx portrait, landscape;  ///< what can be printed of either page
    int band = 0;                ///< what a side with a seam keeps of it for marks

    const SizePx& of(Orientation page) const { return page == Orientation::landscape ? landscape : portrait; }
    /// How long a part may be that has so many sides with a seam along that axis.
    int across(Orientation page, int seams) const { return of(page).width - seams * band; }
    int down(Orientation page, int seams) const { return of(page).height - seams * band; }
};

/// The fewest sheets that any parting into bands takes, sheets of a band lying the same way; 0 when there is
/// no room for any.
int fewestInBands(const SizePx& print, const SheetRoom& room);

struct FoundBands {
    Bands bands;
    double cost = 0;  ///< L* mm
};

/// The rows and the columns whose straight seams cost least, over exactly so many sheets, the cheaper first;
/// nothing where no such plan exists. Sheets of a band lie the same way, bands each their own. Parts are no
/// narrower than `least_px` (where the print itself is not). Method: dynamic programming (R. Bellman 1957)
/// over the places between bands, each band's cost being that of its own cheapest cuts, found the same way;
/// first over the best place within every few cells, then each seam alone among all near it.
std::vector<FoundBands> quietestBands(const SeamCosts& costs, const SheetRoom& room, int sheets, int least_px,
                                      const Progress& progress = {});

/// What the seams of bands cost, L* mm: straight or wandering. Finished frame, as the costs are.
double costOf(const SeamCosts& costs, const Bands& bands);

}  // namespace tympan
