#pragma once
#include <optional>

#include "core/job/tab.h"
#include "core/measure/affine.h"
#include "core/seams/seam_plan.h"

namespace tympan {

/// A region of a print on a sheet.
struct PlacedRegion {
    std::size_t print = 0;            ///< which of Imposition::prints
    std::optional<std::size_t> tile;  ///< which of its plan's; none of a print that lies on a sheet whole
    int piece = 0;                    ///< the piece's id
    int copy = 0;
    RectPx region;            ///< what is kept after trimming, in the print frame
    RectPx inked;             ///< what is printed: the region and its bleed, in the print frame
    double rotation_deg = 0;  ///< how it lies on the page, clockwise
    RectPx placed;            ///< the box round where the region lies on the page, turned
    Tab tab;                  ///< of a whole piece whose tab_px is more than 0
    int tab_px = 0;           ///< how far bare paper reaches beyond the print's upper edge to its tab's end
    Sides seams;              ///< as the print lies, before turning
    std::string label;        ///< "A1" within its piece

    /// From the raster of the print to that of the page. Quarter turns take corners to corners exactly.
    Affine toPage() const;
    /// The box round where a box of the print lies on the page.
    RectPx onPage(const RectPx& in_print) const;
    RectPx inkedOnPage() const { return onPage(inked); }
    /// The box round the region and the paper up to the tab's end, on the page.
    RectPx withTab() const;
    /// The region and the paper up to the tab's end, in the print frame.
    RectPx regionWithTab() const;
    /// Lays a part so that the middle of its region and tab comes as near as whole pixels allow to a place
    /// of the page, in pixels, turned by any angle.
    void layAt(const PointMm& middle_px, double degrees);
};

/// The middle of a part's region and tab in its print frame, mm.
inline PointMm middleOf(const PlacedRegion& part, const PixelGrid& grid) {
    return middle(grid.mm(part.regionWithTab()));
}

/// Quarter turns clockwise, 0 to 3, of a turn that is a multiple of them; nothing of any other.
std::optional<int> quarterTurns(double rotation_deg);

}  // namespace tympan
