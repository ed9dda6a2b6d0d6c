#include "core/inspect/findings.h"

#include <algorithm>
#include <cmath>

#include "core/job/fit.h"
#include "core/job/landing.h"
#include "core/layout/imposition.h"
#include "core/measure/outline_operations.h"
#include "core/method/catalogue.h"
#include "core/render/print.h"

namespace tympan {

namespace {

constexpr double near_miss_mm = 5;
constexpr double same_mm = 0.5;  // a page of a file is as large as its paper, but for rounding
constexpr double worth_saying_crop = 0.005;
// Black ink over less light than this shows a third of the contrast that white paint gives, or less.
constexpr double dark_ground = 0.18;
constexpr double least_area_mm2 = 0.5;  // rounding at rims is not worth a look

/// The largest size of the picture's present shape that one sheet holds, and by how much the picture misses
/// it; worth saying for a near miss, and for what would fit the paper if it were printed to its edge.
std::optional<Finding> missesOneSheet(const Job& job, const Piece& piece) {
    const PixelGrid grid{job.sheets.ppi};
    const SizeMm print = printSizeOf(job, piece);
    const SizePx size = grid.printPixels(print);
    std::optional<Finding> nearest;
    for (Orientation orientation : {Orientation::portrait, Orientation::landscape}) {
        const RectPx area = printableArea(job.sheets.paper, orientation, job.sheets, piece.method.carrier);
        const double over = std::max(print.width - grid.mm(area.width), print.height - grid.mm(area.height));
        if (size.width <= area.width && size.height <= area.height) return {};
        const SizeMm page = orientation == Orientation::portrait
                                ? job.sheets.paper.size
                                : SizeMm{job.sheets.paper.size.height, job.sheets.paper.size.width};
        const bool on_paper = print.width <= page.width + same_mm && print.height <= page.height + same_mm;
        if (area.area() == 0 || (!on_paper && over >= near_miss_mm) || (nearest && over >= nearest->mm))
            continue;
        const double scale =
            std::min({1.0, grid.mm(area.width) / print.width, grid.mm(area.height) / print.height});
        // Down to a tenth of a millimetre, so that the size is one that a maker can type and read back.
        const double width = std::floor(piece.size.width * scale * 10 + 1e-6) / 10;
        nearest = Finding{on_paper ? Finding::Id::crosses_margin : Finding::Id::misses_one_sheet,
                          Severity::note,
                          piece.id,
                          over,
                          0,
                          SizeMm{width, width * piece.size.height / piece.size.width},
                          {}};
    }
    return nearest;
}

/// Ink over the rim of what is visible, unless it is cut there or meant to be trimmed.
std::optional<Finding> largerThanObject(const Job& job, const Piece& piece, const Outline& visible,
                                        const Outline& ink) {
    if (piece.edge.cut == Cut::object) return {};
    const RectMm inside = bounds(visible), all = bounds(ink);
    const double box_over = std::max(
        {inside.x - all.x, inside.y - all.y, all.right() - inside.right(), all.bottom() - inside.bottom()});
    // Holes are not the rim.
    Outline plate = visible;
    std::erase_if(plate.rings, [](const Ring& ring) { return area(ring) < 0; });
    if (area(without(ink, plate)) < least_area_mm2) return {};
    Finding finding{
        Finding::Id::larger_than_object, Severity::warning, piece.id, std::max(0.0, box_over), 0, {}, {}};
    Piece inside_piece = piece;
    inside_piece.placement.fit = Fit::inside;
    inside_piece.placement.margin_mm = 0;
    finding.remedy = refitted(job, inside_piece).size;
    return finding;
}

std::optional<Finding> crossesKeepOut(const Object& object, const Piece& piece, const Outline& ink) {
    for (const Zone& zone : object.zones) {
        if (zone.kind == ZoneKind::painted) continue;
        const double crossed = area(shared(ink, outlineOf(zone)));
        if (crossed >= least_area_mm2)
            return Finding{
                Finding::Id::crosses_keep_out, Severity::warning, piece.id, 0, crossed, {}, zone.name};
    }
    return {};
}

/// A care zone in the picture's frame.
Outline careOutline(const Piece& piece, const CareZone& zone) {
    return rectangleOutline({(zone.parts.x - 0.5) * piece.size.width,
                             (zone.parts.y - 0.5) * piece.size.height, zone.parts.width * piece.size.width,
                             zone.parts.height * piece.size.height});
}

std::optional<Finding> cutsCareZone(const Object& object, const Piece& piece) {
    const Landing landing = landingOf(object, piece);
    if (!landing.ink) return {};
    for (const CareZone& zone : piece.care)
        if (area(without(careOutline(piece, zone), *landing.ink)) >= least_area_mm2)
            return Finding{Finding::Id::edge_in_care_zone, Severity::warning, piece.id, 0, 0, {}, zone.name};
    return {};
}

/// Relative luminance of a colour, 0 to 1.
double lightOf(const Rgb8& colour) {
    const Table16& linear = linearOfEncoded();
    return luminance(linear[colour.red * 257u], linear[colour.green * 257u], linear[colour.blue * 257u]) /
           65535.0;
}

/// See-through ink where most of the ground, painted patches and all, is too dark for it.
std::optional<Finding> onDarkGround(const Object& object, const Piece& piece, const Outline& ink) {
    if (!piece.method.light_ground) return {};
    double dark = lightOf(object.ground) < dark_ground ? area(ink) : 0;
    for (const Zone& zone : object.zones) {
        if (zone.kind != ZoneKind::painted) continue;
        const double covered = area(shared(ink, outlineOf(zone)));
        if (lightOf(zone.colour) < dark_ground)
            dark = std::max(dark, covered);
        else
            dark -= covered;
    }
    if (dark <= area(ink) / 2) return {};
    return Finding{Finding::Id::dark_ground, Severity::warning, piece.id, 0, 0, {}, {}};
}

void lookAtObject(const Job& job, const Piece& piece, std::vector<Finding>& found) {
    const Object& object = objectOf(job, piece);
    const Outline ink = inkOnObject(job, piece);
    // A reason that names the material says more than the colour does.
    if (const std::string why = misfitOfMaterial(piece.method, object.material.id); !why.empty())
        found.push_back({Finding::Id::unsuited_material, Severity::warning, piece.id, 0, 0, {}, why});
    else if (auto dark = onDarkGround(object, piece, ink))
        found.push_back(*dark);
    if (object.spot()) return;
    const Outline visible = visibleOf(object);
    if (shared(ink, visible).empty()) {
        found.push_back({Finding::Id::misses_object, Severity::blocker, piece.id, 0, 0, {}, {}});
        return;
    }
    if (auto over = largerThanObject(job, piece, visible, ink)) found.push_back(*over);
    if (auto crossed = crossesKeepOut(object, piece, ink)) found.push_back(*crossed);
    if (auto cut = cutsCareZone(object, piece)) found.push_back(*cut);
}

}  // namespace

std::string_view name(Finding::Id id) {
    switch (id) {
        case Finding::Id::misses_one_sheet:
            return "misses-one-sheet";
        case Finding::Id::larger_than_object:
            return "larger-than-object";
        case Finding::Id::crosses_margin:
            return "crosses-margin";
        case Finding::Id::misses_object:
            return "misses-object";
        case Finding::Id::crosses_keep_out:
            return "crosses-keep-out";
        case Finding::Id::unsuited_material:
            return "unsuited-material";
        case Finding::Id::dark_ground:
            return "dark-ground";
        case Finding::Id::edge_in_care_zone:
            return "edge-in-care-zone";
        case Finding::Id::seam_in_care_zone:
            return "seam-in-care-zone";
        case Finding::Id::few_pixels:
            return "few-pixels";
        case Finding::Id::whole_sheets_join:
            return "whole-sheets-join";
        case Finding::Id::newer_method:
            return "newer-method";
        case Finding::Id::cropped:
            return "cropped";
        case Finding::Id::soft_detail:
            return "soft-detail";
        case Finding::Id::stray_border:
            return "stray-border";
        case Finding::Id::solid_area:
            return "solid-area";
        case Finding::Id::thin_lines:
            return "thin-lines";
        case Finding::Id::pale_detail_lost:
            return "pale-detail-lost";
        case Finding::Id::dark_detail_lost:
            return "dark-detail-lost";
        case Finding::Id::much_ink:
            return "much-ink";
        case Finding::Id::colours_merge:
            return "colours-merge";
        case Finding::Id::colour_without:
            return "colour-without";
        case Finding::Id::face:
            return "face";
        case Finding::Id::came_reversed:
            return "came-reversed";
        case Finding::Id::reads_backwards:
            return "reads-backwards";
    }
    return "";
}

std::vector<Finding> findings(const Job& job) {
    std::vector<Finding> found;
    for (const Piece& piece : job.pieces) {
        lookAtObject(job, piece, found);
        if (job.sheets.black_only && inkOf(piece) == Ink::colour)
            found.push_back({Finding::Id::colour_without, Severity::warning, piece.id, 0, 0, {}, {}, {}});
        if (auto miss = missesOneSheet(job, piece)) found.push_back(*miss);
        if (!piece.care.empty())
            for (const std::string& name : careZonesOnSeams(job, piece))
                found.push_back(
                    {Finding::Id::seam_in_care_zone, Severity::warning, piece.id, 0, 0, {}, name});
        if (piece.artwork->kind == Artwork::Kind::raster && effectivePpi(piece) < few_ppi)
            found.push_back(
                {Finding::Id::few_pixels, Severity::note, piece.id, 0, effectivePpi(piece), {}, {}});
        for (const Method& method : shippedMethods())
            if (method.id == piece.method.id && method.revision > piece.method.revision)
                found.push_back({Finding::Id::newer_method, Severity::note, piece.id, 0, 0, {}, method.name});
        const SourceBox box = centredCrop(*piece.artwork, piece.size);
        const double lost = 1 - (box.right - box.left) * (box.bottom - box.top);
        if (lost > worth_saying_crop)
            found.push_back({Finding::Id::cropped, Severity::note, piece.id, 0, 100 * lost, {}, {}});
        if (const long sheets = sheetsForOneCopy(job, piece); piece.method.laid_whole && sheets > 1)
            found.push_back({Finding::Id::whole_sheets_join,
                             Severity::warning,
                             piece.id,
                             0,
                             static_cast<double>(sheets),
                             {},
                             {}});
    }
    return found;
}

}  // namespace tympan
