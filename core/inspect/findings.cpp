#include "core/inspect/findings.h"

#include <algorithm>
#include <cmath>

#include "core/job/edits.h"
#include "core/layout/imposition.h"
#include "core/render/print.h"

namespace tympan {

namespace {

constexpr double near_miss_mm = 5;
// Below this, single pixels show at arm's length (about 0.2 mm each).
constexpr double few_ppi = 120;
constexpr double worth_saying_crop = 0.005;

/// The largest size of the picture's present shape that one sheet holds, and by how much the picture misses
/// it.
std::optional<Finding> missesOneSheet(const Job& job, const Piece& piece) {
    const PixelGrid grid{job.sheets.ppi};
    const SizePx size = grid.printPixels(piece.size);
    std::optional<Finding> nearest;
    for (Orientation orientation : {Orientation::portrait, Orientation::landscape}) {
        const RectPx area = printableArea(job.sheets.paper, orientation, job.sheets, piece.method.carrier);
        const double over =
            std::max(piece.size.width - grid.mm(area.width), piece.size.height - grid.mm(area.height));
        if (size.width <= area.width && size.height <= area.height) return {};
        if (area.area() == 0 || over >= near_miss_mm || (nearest && over >= nearest->mm)) continue;
        const double scale =
            std::min({1.0, grid.mm(area.width) / piece.size.width, grid.mm(area.height) / piece.size.height});
        // Down to a tenth of a millimetre, so that the size is one that a maker can type and read back.
        const double width = std::floor(piece.size.width * scale * 10 + 1e-6) / 10;
        nearest = Finding{Finding::Id::misses_one_sheet,
                          Severity::note,
                          piece.id,
                          over,
                          0,
                          SizeMm{width, width * piece.size.height / piece.size.width}};
    }
    return nearest;
}

std::optional<Finding> largerThanObject(const Job& job, const Piece& piece) {
    const Object& object = objectOf(job, piece);
    if (!object.size) return {};
    const PointMm from = piece.placement.from_centre;
    const double over = std::max(piece.size.width / 2 + std::abs(from.x) - object.size->width / 2,
                                 piece.size.height / 2 + std::abs(from.y) - object.size->height / 2);
    if (over < 0.05) return {};
    return Finding{Finding::Id::larger_than_object,     Severity::warning, piece.id, over, 0,
                   fitted(*piece.artwork, *object.size)};
}

}  // namespace

std::string_view name(Finding::Id id) {
    switch (id) {
        case Finding::Id::misses_one_sheet:
            return "misses-one-sheet";
        case Finding::Id::larger_than_object:
            return "larger-than-object";
        case Finding::Id::few_pixels:
            return "few-pixels";
        case Finding::Id::whole_sheets_join:
            return "whole-sheets-join";
        case Finding::Id::cropped:
            return "cropped";
    }
    return "";
}

std::vector<Finding> findings(const Job& job) {
    std::vector<Finding> found;
    for (const Piece& piece : job.pieces) {
        if (auto over = largerThanObject(job, piece)) found.push_back(*over);
        if (auto miss = missesOneSheet(job, piece)) found.push_back(*miss);
        if (piece.artwork->kind == Artwork::Kind::raster && effectivePpi(piece) < few_ppi)
            found.push_back({Finding::Id::few_pixels, Severity::note, piece.id, 0, effectivePpi(piece), {}});
        const SourceBox box = centredCrop(*piece.artwork, piece.size);
        const double lost = 1 - (box.right - box.left) * (box.bottom - box.top);
        if (lost > worth_saying_crop)
            found.push_back({Finding::Id::cropped, Severity::note, piece.id, 0, 100 * lost, {}});
        if (const long sheets = sheetsForOneCopy(job, piece); piece.method.laid_whole && sheets > 1)
            found.push_back({Finding::Id::whole_sheets_join,
                             Severity::warning,
                             piece.id,
                             0,
                             static_cast<double>(sheets),
                             {}});
    }
    return found;
}

}  // namespace tympan
