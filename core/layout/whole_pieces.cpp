#include "core/layout/whole_pieces.h"

#include <algorithm>
#include <tuple>

#include "core/layout/kept_places.h"
#include "core/layout/rows.h"

namespace tympan {

namespace {

/// The box that a whole piece takes, its tab above it.
SizePx boxOf(const PlacedRegion& part) { return {part.region.width, part.region.height + part.tab_px}; }

}  // namespace

void layInto(PlacedRegion& part, const RectPx& box, int quarters) {
    const int tab = part.tab_px;
    part.rotation_deg = 90.0 * quarters;
    part.placed = box;
    if (quarters == 0) part.placed.y += tab;
    if (quarters == 3) part.placed.x += tab;
    (quarters % 2 == 0 ? part.placed.height : part.placed.width) -= tab;
}

bool maySharePaper(const Piece& a, const Piece& b) {
    const Method &m = *a.method, &n = *b.method;
    return a.printer == b.printer && m.laid_whole == n.laid_whole && m.passes == n.passes &&
           m.carrier == n.carrier && m.media_type == n.media_type && m.before_printing == n.before_printing &&
           printedSideOf(m) == printedSideOf(n);
}

Sheet emptySheet(const Job& job, const Piece& piece, Orientation orientation) {
    return {pageOf(job.sheets.paper, orientation), areaFor(job, piece, orientation), {}, "",
            printedSideOf(*piece.method),          piece.method->laid_whole};
}

namespace {

/// All parts in rows, on the orientation that takes fewer sheets.
std::vector<Sheet> rowSheets(const Imposition& imposition, const Job& job,
                             const std::vector<PlacedRegion>& parts) {
    const Piece& first = job.pieces[parts.front().print];
    std::optional<std::vector<RowPlace>> best;
    Orientation orientation = Orientation::portrait;
    std::vector<RowItem> items;
    for (std::size_t i = 0; i < parts.size(); ++i) items.push_back({static_cast<int>(i), boxOf(parts[i])});
    for (Orientation trial : orientations) {
        auto places = layInRows(items, areaFor(job, first, trial),
                                imposition.grid.firstAfter(job.sheets.scissor_gap_mm));
        if (!places) continue;
        const auto cost = [](const std::vector<RowPlace>& p) {
            return std::tuple(p.back().sheet, std::count_if(p.begin(), p.end(), [](const RowPlace& place) {
                                  return place.turned;
                              }));
        };
        if (!best || cost(*places) < cost(*best)) {
            best = places;
            orientation = trial;
        }
    }
    if (!best) failNoRoom(first.name);
    std::vector<Sheet> sheets(static_cast<std::size_t>(best->back().sheet) + 1,
                              emptySheet(job, first, orientation));
    for (const RowPlace& place : *best) {
        PlacedRegion part = parts[static_cast<std::size_t>(place.key)];
        layInto(part, place.box, place.turned ? 1 : 0);
        sheets[static_cast<std::size_t>(place.sheet)].regions.push_back(part);
    }
    for (Sheet& sheet : sheets) {
        if (sheet.regions.size() > 1) continue;
        // A piece that has a sheet to itself lies in its middle.
        PlacedRegion& alone = sheet.regions.front();
        RectPx box = alone.withTab();
        box.x = begin(sheet.printable.x, sheet.printable.width, box.width, imposition.grid);
        box.y = begin(sheet.printable.y, sheet.printable.height, box.height, imposition.grid);
        layInto(alone, box, *quarterTurns(alone.rotation_deg));
    }
    return sheets;
}

}  // namespace

std::vector<PlacedRegion> wholePieces(const Imposition& imposition, const Job& job, std::size_t print) {
    PlacedRegion part;
    part.print = print;
    part.piece = job.pieces[print].id;
    part.region = part.inked = imposition.prints[print].whole();
    if (const auto tab = tabOnPaper(job, job.pieces[print])) {
        part.tab = *tab;
        part.tab_px = imposition.grid.firstAfter(tab->reach_mm);
    }
    part.label = tileLabel(0, 0);
    std::vector<PlacedRegion> copies(static_cast<std::size_t>(printed(job.pieces[print])), part);
    for (std::size_t copy = 0; copy < copies.size(); ++copy) copies[copy].copy = static_cast<int>(copy);
    return copies;
}

std::vector<Sheet> sharedSheets(const Imposition& imposition, const Job& job,
                                std::vector<PlacedRegion> parts) {
    if (parts.empty()) return {};
    std::vector<Sheet> sheets = keptSheets(imposition, job, parts);
    if (parts.empty()) return sheets;
    for (Sheet& sheet : rowSheets(imposition, job, parts)) sheets.push_back(std::move(sheet));
    return sheets;
}

}  // namespace tympan
