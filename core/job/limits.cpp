#include "core/job/limits.h"

#include "core/object/shape.h"
#include "core/printer/printer_json.h"

namespace tympan {

namespace {

using namespace limits;

Placement within(Placement placement) {
    placement.from_centre = {place_mm.nearest(placement.from_centre.x),
                             place_mm.nearest(placement.from_centre.y)};
    placement.rotation_deg = rotation_deg.nearest(placement.rotation_deg);
    placement.margin_mm = bare_mm.nearest(placement.margin_mm);
    placement.share = share.nearest(placement.share);
    if (placement.distances.size() > most_distances) placement.distances.resize(most_distances);
    for (SpotDistance& each : placement.distances) each.mm = bare_mm.nearest(each.mm);
    return placement;
}

Tone within(Tone tone) {
    for (int& weight : tone.mix.parts) weight = percent.nearest(weight);
    tone.contrast.strength = percent.nearest(tone.contrast.strength);
    tone.local.amount = percent.nearest(tone.local.amount);
    tone.local.radius_mm = local_mm.nearest(tone.local.radius_mm);
    for (int& lift : tone.shades.lift) lift = around.nearest(lift);
    tone.steps = steps.nearest(tone.steps);
    tone.line_art.limit = grey.nearest(tone.line_art.limit);
    tone.line_art.around_mm = limit_around_mm.nearest(tone.line_art.around_mm);
    tone.line_art.specks_mm = repair_mm.nearest(tone.line_art.specks_mm);
    tone.line_art.gaps_mm = repair_mm.nearest(tone.line_art.gaps_mm);
    tone.solids.ink = percent.nearest(tone.solids.ink);
    tone.screen.per_cm = screen_per_cm.nearest(tone.screen.per_cm);
    tone.screen.angle_deg = rotation_deg.nearest(tone.screen.angle_deg);
    tone.vividness = {around.nearest(tone.vividness.pale), around.nearest(tone.vividness.all)};
    DarkCloth& cloth = tone.dark_cloth;
    cloth.limit = percent.nearest(cloth.limit);
    cloth.soft = percent.nearest(cloth.soft);
    cloth.white = percent.nearest(cloth.white);
    if (cloth.choke_mm) cloth.choke_mm = choke_mm.nearest(*cloth.choke_mm);
    return tone;
}

Edge within(Edge edge) {
    edge.stop_mm = stop_mm.nearest(edge.stop_mm);
    edge.rim_mm = rim_mm.nearest(edge.rim_mm);
    edge.seed = seed.nearest(edge.seed);
    return edge;
}

Enlarging within(Enlarging enlarging) {
    enlarging.seen_from_mm = enlarging.seen_from_mm > 0 ? seen_from_mm.nearest(enlarging.seen_from_mm) : 0;
    if (enlarging.quality) enlarging.quality = quality.nearest(*enlarging.quality);
    enlarging.corners = percent.nearest(enlarging.corners);
    enlarging.speck_mm = speck_mm.nearest(enlarging.speck_mm);
    return enlarging;
}

ArtworkParts within(const ArtworkParts& parts) {
    return {part.nearest(parts.x), part.nearest(parts.y), part.nearest(parts.width),
            part.nearest(parts.height)};
}

}  // namespace

SizeMm printableShape(const SizeMm& size) {
    // Nothing, less than nothing and what is no number have no shape.
    if (!(size.width > 0 && size.height > 0)) return {side_mm.least, side_mm.least};
    const double larger = std::max(side_mm.least / size.width, side_mm.least / size.height);
    const double smaller = std::min(side_mm.most / size.width, side_mm.most / size.height);
    const double scale = std::min(std::max(1.0, larger), smaller);
    return {side_mm.nearest(size.width * scale), side_mm.nearest(size.height * scale)};
}

Piece withinLimits(Piece piece) {
    piece.placement = within(std::move(piece.placement));
    piece.size = {side_mm.nearest(piece.size.width), side_mm.nearest(piece.size.height)};
    piece.tone = within(piece.tone);
    piece.enlarging = within(piece.enlarging);
    piece.edge = within(piece.edge);
    for (CareZone& zone : piece.care) zone.parts = within(zone.parts);
    piece.copies = copies.nearest(piece.copies);
    piece.spares = spares.nearest(piece.spares);
    return piece;
}

Object withinLimits(Object object) {
    const auto near = [](const PointMm& p) {
        return PointMm{on_object_mm.nearest(p.x), on_object_mm.nearest(p.y)};
    };
    object.shape.outline = changed(std::move(object.shape.outline), near);
    for (Zone& zone : object.zones) {
        zone.at = near(zone.at);
        zone.shape.outline = changed(std::move(zone.shape.outline), near);
    }
    return object;
}

SheetRules withinLimits(SheetRules rules) {
    rules.paper.size = {paper_mm.nearest(rules.paper.size.width), paper_mm.nearest(rules.paper.size.height)};
    rules.band_mm = band_mm.nearest(rules.band_mm);
    rules.overlap_mm = overlap_mm.nearest(rules.overlap_mm);
    rules.cut_beyond_mm = cut_beyond_mm.nearest(rules.cut_beyond_mm);
    rules.nest_seed = static_cast<int>(nest_seed.nearest(rules.nest_seed));
    rules.more_sheets = static_cast<int>(more_sheets.nearest(rules.more_sheets));
    rules.scissor_gap_mm = scissor_gap_mm.nearest(rules.scissor_gap_mm);
    rules.ppi = ppi.nearest(rules.ppi);
    return rules;
}

Printer withinLimits(Printer printer) {
    PageMargins& m = printer.margins;
    m = {margin_mm.nearest(m.left), margin_mm.nearest(m.top), margin_mm.nearest(m.right),
         margin_mm.nearest(m.bottom)};
    Registration& r = printer.registration;
    r.scale_x = printer_scale.nearest(r.scale_x);
    r.scale_y = printer_scale.nearest(r.scale_y);
    r.skew_deg = printer_skew_deg.nearest(r.skew_deg);
    printer.white_beside = {printer_offset_mm.nearest(printer.white_beside.x),
                            printer_offset_mm.nearest(printer.white_beside.y)};
    if (printer.shrink)
        printer.shrink =
            SheetShrink{sheet_shrink.nearest(printer.shrink->x), sheet_shrink.nearest(printer.shrink->y)};
    r.offset = {printer_offset_mm.nearest(r.offset.x), printer_offset_mm.nearest(r.offset.y)};
    return printer;
}

}  // namespace tympan
