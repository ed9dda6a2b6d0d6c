#pragma once
#include <optional>

#include "core/base/progress.h"
#include "core/job/tab.h"
#include "core/layout/tiling.h"
#include "core/render/print.h"

namespace tympan {

/// Which sides of a region are seams: cut there, and joined to a neighbour.
struct Seams {
    bool left = false, top = false, right = false, bottom = false;
    bool any() const { return left || top || right || bottom; }
};

/// A region of a print on a sheet.
struct PlacedRegion {
    std::size_t print = 0;  ///< which of Imposition::prints
    int piece = 0;          ///< the piece's id
    int copy = 0;
    RectPx region;        ///< what is kept after trimming, in the print frame
    RectPx inked;         ///< what is printed: the region and its bleed, in the print frame
    RectPx placed;        ///< where the region lies on the page, after turning
    Tab tab;              ///< of a whole piece whose tab_px is more than 0
    int tab_px = 0;       ///< how far bare paper reaches beyond the print's upper edge to its tab's end
    bool turned = false;  ///< by a quarter, clockwise
    Seams seams;
    std::string label;  ///< "A1" within its piece

    /// Where `inked` lies on the page.
    RectPx inkedOnPage() const;
    /// Where `placed` and the paper up to the tab's end lie on the page.
    RectPx withTab() const;
};

struct Sheet {
    SizeMm page;
    RectPx printable;
    std::vector<PlacedRegion> regions;
    std::string label;        ///< "A1" for a part of one piece, "3" for a sheet that pieces share
    bool laid_whole = false;  ///< goes onto the object untrimmed: nothing but the picture is inked
};

/// Which region of which piece lands where on which sheet: a pure function of the job.
struct Imposition {
    PixelGrid grid;
    std::vector<Print> prints;  ///< one for each piece, in the job's order
    std::vector<Sheet> sheets;
};

/// A piece that fits the printable area stays on one sheet, and shares it in rows with others of its method,
/// unless the method lays sheets whole. A larger one is cut over as few sheets as either orientation of the
/// page allows. `forced` overrides the mirroring of this one output. Throws Error (input) when the margins
/// leave no room; Error (stopped).
Imposition impose(const Job& job, std::optional<Mirrored> forced = {}, const Progress& progress = {});

/// How many sheets carry one copy of a piece; 0 when the margins leave no room.
long sheetsForOneCopy(const Job& job, const Piece& piece);

/// The tab of a piece; nothing when it has none, or when the paper has no room for the print with it.
std::optional<Tab> tabOnPaper(const Job& job, const Piece& piece);

/// The names of care zones of the piece that a seam runs through all the same.
std::vector<std::string> careZonesOnSeams(const Job& job, const Piece& piece);

}  // namespace tympan
