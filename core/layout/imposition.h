#pragma once
#include <optional>

#include "core/base/progress.h"
#include "core/layout/placed_region.h"
#include "core/seams/seam_planning.h"

namespace tympan {

struct Sheet {
    SizeMm page;
    RectPx printable;
    std::vector<PlacedRegion> regions;
    std::string label;  ///< "A1" for a part of one piece, "3" for a sheet that pieces share
    Tab::Side printed_side = Tab::Side::up;  ///< what happens to it when it is laid
    bool laid_whole = false;  ///< goes onto the object untrimmed: nothing but the picture is inked
    int passes = 1;           ///< how often it goes through the printer
    int pass = 1;             ///< which of them this is
};

/// Which region of which piece lands where on which sheet: a pure function of the job.
struct Imposition {
    PixelGrid grid;
    std::vector<PrintGeometry> prints;  ///< one for each piece, in the job's order
    std::vector<Outline> cuts;    ///< of each: what it is cut to, see cut_outline.h; of parted ones empty
    std::vector<SeamPlan> plans;  ///< how each is parted; no tiles while it lies on a sheet whole
    std::vector<Sheet> sheets;
};

/// A piece that fits the printable area stays on one sheet, and shares it with others of its method: where
/// the job keeps a place for it, there; else in rows, unless the method lays sheets whole. A larger one is
/// parted over as few sheets as either orientation of the page allows, but for one that is laid in one piece.
/// `forced` overrides the mirroring of this one output. Throws Error (input) when the margins leave no room,
/// or a piece that is laid in one piece fits no sheet; Error (stopped).
Imposition impose(const Job& job, std::optional<Mirrored> forced = {}, const Progress& progress = {});

/// With every sheet once for each time that it goes through the printer: all first passes, then the second
/// ones in the same order, since something is changed at the printer in between. What is printed, not what
/// paper it takes.
Imposition withPasses(Imposition imposition);
/// Only what is printed in one of them.
Imposition onlyPass(Imposition imposition, int pass);

/// Only the sheets that one printer of the job prints, by its id.
Imposition onlyPrintedBy(Imposition imposition, const Job& job, int printer);

/// The tab of a piece; nothing when it has none, or when the paper has no room for the print with it.
std::optional<Tab> tabOnPaper(const Job& job, const Piece& piece);

}  // namespace tympan
