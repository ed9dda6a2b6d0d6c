#include "core/layout/whole_pieces.h"

#include <algorithm>
#include <map>
#include <tuple>

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

namespace {

Sheet emptySheet(const Job& job, const Piece& piece, Orientation orientation) {
    return {pageOf(job.sheets.paper, orientation), areaFor(job, piece, orientation), {}, "",
            printedSideOf(*piece.method),          piece.method->laid_whole};
}

/// Where a job keeps a part, on a sheet of this grid. Nothing when its place is turned by no quarter.
std::optional<PlacedRegion> laidAt(PlacedRegion part, const KeptPlace& place, const PixelGrid& grid) {
    const std::optional<int> quarters = quarterTurns(place.rotation_deg);
    if (!quarters) return {};
    SizePx box = boxOf(part);
    if (*quarters % 2 == 1) std::swap(box.width, box.height);
    const auto from = [&](double middle_mm, int length) {
        return grid.nearest(middle_mm - grid.mm(length) / 2);
    };
    layInto(part, {from(place.middle.x, box.width), from(place.middle.y, box.height), box.width, box.height},
            *quarters);
    return part;
}

/// Takes the parts that the job keeps a place for, and that still have it: within the printable area, clear
/// of one another.
std::vector<Sheet> keptSheets(const Imposition& imposition, const Job& job,
                              std::vector<PlacedRegion>& parts) {
    std::vector<Sheet> sheets;
    if (job.kept_sheets.empty()) return sheets;
    const Piece& first = job.pieces[parts.front().print];
    std::map<std::pair<int, int>, PlacedRegion> waiting;  // by piece and copy
    for (PlacedRegion& part : parts) waiting.emplace(std::pair(part.piece, part.copy), std::move(part));
    for (const KeptSheet& kept : job.kept_sheets) {
        Sheet sheet = emptySheet(job, first, kept.landscape ? Orientation::landscape : Orientation::portrait);
        for (const KeptPlace& place : kept.places) {
            const auto found = waiting.find({place.piece, place.copy});
            if (found == waiting.end()) continue;
            const auto laid = laidAt(found->second, place, imposition.grid);
            if (!laid || !contains(sheet.printable, laid->withTab())) continue;
            if (std::any_of(sheet.regions.begin(), sheet.regions.end(), [&](const PlacedRegion& other) {
                    return intersection(other.withTab(), laid->withTab()).area() > 0;
                }))
                continue;
            sheet.regions.push_back(*laid);
            waiting.erase(found);
        }
        if (!sheet.regions.empty()) sheets.push_back(std::move(sheet));
    }
    parts.clear();
    for (auto& [of, part] : waiting) parts.push_back(std::move(part));
    std::sort(parts.begin(), parts.end(), [](const PlacedRegion& a, const PlacedRegion& b) {
        return std::pair(a.print, a.copy) < std::pair(b.print, b.copy);
    });
    return sheets;
}

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

bool keepsPlaceFor(const Job& job, const PlacedRegion& part) {
    return std::any_of(job.kept_sheets.begin(), job.kept_sheets.end(), [&](const KeptSheet& sheet) {
        return std::any_of(sheet.places.begin(), sheet.places.end(), [&](const KeptPlace& place) {
            return place.piece == part.piece && place.copy == part.copy;
        });
    });
}

Job withPlacesKept(Job job, const Imposition& imposition) {
    job.kept_sheets.clear();
    for (const Sheet& sheet : imposition.sheets) {
        if (sheet.regions.front().tile) continue;  // what lies beside a part of another finds its room again
        KeptSheet kept{sheet.page.width > sheet.page.height, {}};
        for (const PlacedRegion& part : sheet.regions) {
            if (part.seams.any()) continue;
            const RectMm box = imposition.grid.mm(part.withTab());
            kept.places.push_back(
                {part.piece, part.copy, {box.x + box.width / 2, box.y + box.height / 2}, part.rotation_deg});
        }
        if (!kept.places.empty()) job.kept_sheets.push_back(std::move(kept));
    }
    return job;
}

Job withPlacesFree(Job job) {
    job.kept_sheets.clear();
    return job;
}

}  // namespace tympan
