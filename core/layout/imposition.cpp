#include "core/layout/imposition.h"

#include <algorithm>
#include <tuple>

#include "core/base/error.h"
#include "core/job/landing.h"
#include "core/job/turns.h"
#include "core/layout/rows.h"

namespace tympan {

namespace {

constexpr Orientation orientations[] = {Orientation::portrait, Orientation::landscape};
constexpr std::size_t most_sheets = 5000;
constexpr double care_gap_mm = 3;  // between a seam and what it should stay away from

RectPx areaFor(const Job& job, const Piece& piece, Orientation orientation) {
    return printableArea(job.sheets, orientation, printerOf(job, piece).margins, piece.method.carrier);
}

bool fitsOneSheet(const Job& job, const Piece& piece, const SizePx& size) {
    for (Orientation orientation : orientations) {
        const RectPx area = areaFor(job, piece, orientation);
        if (size.width <= area.width && size.height <= area.height) return true;
    }
    return false;
}

[[noreturn]] void failNoRoom(const Piece& piece) {
    throw Error(Error::Kind::input, piece.name, "the paper's margins and bands leave no room for the picture",
                "choose a larger paper or smaller margins");
}

/// The cuts of both axes on one orientation of the page.
struct Cuts {
    Orientation orientation;
    RectPx area;
    std::vector<int> across, down;

    long sheets() const { return static_cast<long>(across.size() - 1) * static_cast<long>(down.size() - 1); }
    long seamLength(const SizePx& size) const {
        return static_cast<long>(across.size() - 2) * size.height +
               static_cast<long>(down.size() - 2) * size.width;
    }
};

/// What a side with a seam keeps for marks. A sheet that is laid whole carries none.
int bandOf(const Job& job, const Piece& piece) {
    if (piece.method.laid_whole) return 0;
    return PixelGrid{job.sheets.ppi}.firstAfter(std::max(job.sheets.band_mm, least_band_mm));
}

/// What seams stay away from along each axis, in the print frame: care zones and a little round them.
struct Avoid {
    std::vector<Stretch> across, down;
};

Avoid careOf(const Job& job, const Piece& piece, const SizePx& size, Mirrored mirrored) {
    const PixelGrid grid{job.sheets.ppi};
    const Landing landing = landingOf(job, piece);
    Avoid avoid;
    if (landing.bend) return avoid;  // a bent picture's parts are not upright boxes of its print
    const int near = grid.nearest(care_gap_mm);
    for (const CareZone& zone : piece.care) {
        const RectMm at = inPicture(piece, zone.parts);
        const RectPx finished{grid.nearest(at.x - landing.box.x), grid.nearest(at.y - landing.box.y),
                              grid.nearest(at.width), grid.nearest(at.height)};
        const RectPx in_print = turnOver(finished, size.width, mirrored);
        avoid.across.push_back({in_print.x - near, in_print.right() + near});
        avoid.down.push_back({in_print.y - near, in_print.bottom() + near});
    }
    return avoid;
}

/// The fewest sheets; then the shortest seams; then upright. Nothing when the page has no room.
std::optional<Cuts> bestCut(const Job& job, const Piece& piece, const SizePx& size, Mirrored mirrored) {
    const int band = bandOf(job, piece);
    const Avoid avoid = careOf(job, piece, size, mirrored);
    std::optional<Cuts> best;
    for (Orientation orientation : orientations) {
        Cuts cut{orientation, areaFor(job, piece, orientation), {}, {}};
        cut.across = cuts(size.width, cut.area.width, band, avoid.across);
        cut.down = cuts(size.height, cut.area.height, band, avoid.down);
        if (cut.across.empty() || cut.down.empty()) continue;
        const auto cost = [&](const Cuts& c) { return std::tuple(c.sheets(), c.seamLength(size)); };
        if (!best || cost(cut) < cost(*best)) best = cut;
    }
    return best;
}

Sheet tile(const Job& job, const Piece& piece, std::size_t print, const SizePx& size, const Cuts& cut,
           int row, int column) {
    const PixelGrid grid{job.sheets.ppi};
    const int band = bandOf(job, piece);
    const auto c = static_cast<std::size_t>(column), r = static_cast<std::size_t>(row);
    PlacedRegion part;
    part.print = print;
    part.piece = piece.id;
    part.region = {cut.across[c], cut.down[r], cut.across[c + 1] - cut.across[c],
                   cut.down[r + 1] - cut.down[r]};
    part.seams = {part.region.x > 0, part.region.y > 0, part.region.right() < size.width,
                  part.region.bottom() < size.height};
    const int left = part.seams.left ? band : 0, right = part.seams.right ? band : 0;
    const int top = part.seams.top ? band : 0, bottom = part.seams.bottom ? band : 0;
    part.placed = {begin(cut.area.x + left, cut.area.width - left - right, part.region.width, grid),
                   begin(cut.area.y + top, cut.area.height - top - bottom, part.region.height, grid),
                   part.region.width, part.region.height};
    // A sheet that is laid whole is not trimmed: ink beyond a seam would print the neighbour's edge twice.
    const int bleed = piece.method.laid_whole ? 0 : grid.nearest(bleed_mm);
    const RectPx whole{0, 0, size.width, size.height};
    part.inked = intersection(whole, {part.region.x - bleed, part.region.y - bleed,
                                      part.region.width + 2 * bleed, part.region.height + 2 * bleed});
    part.label = tileLabel(row, column);
    return {pageOf(job.sheets.paper, cut.orientation), cut.area, {part}, part.label, piece.method.laid_whole};
}

void addTiles(Imposition& imposition, const Job& job, const Piece& piece, std::size_t print) {
    const SizePx size = imposition.prints[print].size;
    const std::optional<Cuts> best = bestCut(job, piece, size, imposition.prints[print].mirrored);
    if (!best) failNoRoom(piece);
    const Cuts& cut = *best;
    if (static_cast<std::size_t>(cut.sheets() * printed(piece)) > most_sheets)
        throw Error(Error::Kind::input, piece.name, "more than 5000 sheets",
                    "make it smaller, or choose a larger paper");
    for (int copy = 0; copy < printed(piece); ++copy)
        for (int row = 0; row + 1 < static_cast<int>(cut.down.size()); ++row)
            for (int column = 0; column + 1 < static_cast<int>(cut.across.size()); ++column) {
                Sheet sheet = tile(job, piece, print, size, cut, row, column);
                sheet.regions.front().copy = copy;
                imposition.sheets.push_back(std::move(sheet));
            }
}

PlacedRegion wholePiece(const Imposition& imposition, const Job& job, std::size_t print, int copy) {
    const SizePx size = imposition.prints[print].size;
    PlacedRegion part;
    part.print = print;
    part.piece = job.pieces[print].id;
    part.copy = copy;
    part.region = part.inked = {0, 0, size.width, size.height};
    if (const auto tab = tabOnPaper(job, job.pieces[print])) {
        part.tab = *tab;
        part.tab_px = imposition.grid.firstAfter(tab->reach_mm);
    }
    part.label = "A1";
    return part;
}

/// The box that a whole piece takes, its tab above it.
SizePx boxOf(const PlacedRegion& part) { return {part.region.width, part.region.height + part.tab_px}; }

/// Lays it into its box: turned clockwise, its top and so its tab is on the right.
void layInto(PlacedRegion& part, const RectPx& box, bool turned) {
    part.turned = turned;
    part.placed = turned ? RectPx{box.x, box.y, box.width - part.tab_px, box.height}
                         : RectPx{box.x, box.y + part.tab_px, box.width, box.height - part.tab_px};
}

/// Sheets of one group in rows, on the orientation that takes fewer of them.
std::vector<Sheet> rowSheets(const Imposition& imposition, const Job& job,
                             const std::vector<std::pair<std::size_t, int>>& copies) {
    const Piece& first = job.pieces[copies.front().first];
    const Method& method = first.method;
    std::vector<PlacedRegion> parts;
    for (const auto& [print, copy] : copies) parts.push_back(wholePiece(imposition, job, print, copy));
    std::optional<std::vector<RowPlace>> best;
    Orientation orientation = Orientation::portrait;
    for (Orientation trial : orientations) {
        const RectPx area = areaFor(job, first, trial);
        std::vector<RowItem> items;
        for (std::size_t i = 0; i < parts.size(); ++i)
            items.push_back({static_cast<int>(i), boxOf(parts[i])});
        auto places = layInRows(items, area, imposition.grid.firstAfter(job.sheets.scissor_gap_mm));
        const auto turned = [](const std::vector<RowPlace>& p) {
            return std::count_if(p.begin(), p.end(), [](const RowPlace& place) { return place.turned; });
        };
        if (!places) continue;
        if (!best || std::tuple(places->back().sheet, turned(*places)) <
                         std::tuple(best->back().sheet, turned(*best))) {
            best = places;
            orientation = trial;
        }
    }
    if (!best) failNoRoom(job.pieces[copies.front().first]);
    const RectPx area = areaFor(job, first, orientation);
    std::vector<Sheet> sheets(static_cast<std::size_t>(best->back().sheet) + 1,
                              {pageOf(job.sheets.paper, orientation), area, {}, "", method.laid_whole});
    for (const RowPlace& place : *best) {
        PlacedRegion part = parts[static_cast<std::size_t>(place.key)];
        layInto(part, place.box, place.turned);
        sheets[static_cast<std::size_t>(place.sheet)].regions.push_back(part);
    }
    for (Sheet& sheet : sheets) {
        if (sheet.regions.size() > 1) continue;
        // A piece that has a sheet to itself lies in its middle.
        PlacedRegion& alone = sheet.regions.front();
        RectPx box = alone.withTab();
        box.x = begin(area.x, area.width, box.width, imposition.grid);
        box.y = begin(area.y, area.height, box.height, imposition.grid);
        layInto(alone, box, alone.turned);
    }
    return sheets;
}

}  // namespace

long sheetsForOneCopy(const Job& job, const Piece& piece) {
    const SizePx size = PixelGrid{job.sheets.ppi}.printPixels(printSizeOf(job, piece));
    if (fitsOneSheet(job, piece, size)) return 1;
    const std::optional<Cuts> cut = bestCut(job, piece, size, turnedOver(job, piece));
    return cut ? cut->sheets() : 0;
}

std::optional<Tab> tabOnPaper(const Job& job, const Piece& piece) {
    const std::optional<Tab> tab = tabOf(job, piece);
    if (!tab) return {};
    const PixelGrid grid{job.sheets.ppi};
    SizePx size = grid.printPixels(printSizeOf(job, piece));
    size.height += grid.firstAfter(tab->reach_mm);
    if (!fitsOneSheet(job, piece, size)) return {};
    return tab;
}

std::vector<std::string> careZonesOnSeams(const Job& job, const Piece& piece) {
    const SizePx size = PixelGrid{job.sheets.ppi}.printPixels(printSizeOf(job, piece));
    const Mirrored mirrored = turnedOver(job, piece);
    if (fitsOneSheet(job, piece, size)) return {};
    const std::optional<Cuts> cut = bestCut(job, piece, size, mirrored);
    if (!cut) return {};
    const Avoid avoid = careOf(job, piece, size, mirrored);
    const auto crossed = [](const std::vector<int>& cuts, const Stretch& stretch) {
        return std::any_of(cuts.begin() + 1, cuts.end() - 1,
                           [&](int at) { return at > stretch.from && at < stretch.to; });
    };
    std::vector<std::string> names;
    for (std::size_t i = 0; i < avoid.across.size(); ++i)
        if (crossed(cut->across, avoid.across[i]) || crossed(cut->down, avoid.down[i]))
            names.push_back(piece.care[i].name);
    return names;
}

RectPx PlacedRegion::inkedOnPage() const {
    const int left = region.x - inked.x, top = region.y - inked.y;
    const int right = inked.right() - region.right(), bottom = inked.bottom() - region.bottom();
    if (!turned)
        return {placed.x - left, placed.y - top, placed.width + left + right, placed.height + top + bottom};
    return {placed.x - bottom, placed.y - left, placed.width + bottom + top, placed.height + left + right};
}

RectPx PlacedRegion::withTab() const {
    return turned ? RectPx{placed.x, placed.y, placed.width + tab_px, placed.height}
                  : RectPx{placed.x, placed.y - tab_px, placed.width, placed.height + tab_px};
}

Imposition impose(const Job& job, std::optional<Mirrored> forced, const Progress& progress) {
    Imposition imposition{{job.sheets.ppi}, {}, {}};
    for (const Piece& piece : job.pieces) {
        progress.at(static_cast<double>(imposition.prints.size()) / static_cast<double>(job.pieces.size()));
        imposition.prints.push_back(printOf(job, piece, job.sheets.ppi));
        if (forced) imposition.prints.back().mirrored = *forced;
    }
    std::vector<bool> done(job.pieces.size(), false);
    for (std::size_t i = 0; i < job.pieces.size(); ++i) {
        if (done[i]) continue;
        const Piece& piece = job.pieces[i];
        if (!fitsOneSheet(job, piece, imposition.prints[i].size)) {
            addTiles(imposition, job, piece, i);
            continue;
        }
        std::vector<std::pair<std::size_t, int>> parts;
        for (std::size_t j = i; j < job.pieces.size(); ++j) {
            const bool together =
                j == i || (!piece.method.laid_whole && job.pieces[j].method == piece.method &&
                           job.pieces[j].printer == piece.printer &&
                           fitsOneSheet(job, job.pieces[j], imposition.prints[j].size));
            if (done[j] || !together) continue;
            done[j] = true;
            for (int copy = 0; copy < printed(job.pieces[j]); ++copy) parts.emplace_back(j, copy);
        }
        if (piece.method.laid_whole) {
            for (const auto& part : parts)
                for (Sheet& sheet : rowSheets(imposition, job, {part}))
                    imposition.sheets.push_back(std::move(sheet));
        } else {
            for (Sheet& sheet : rowSheets(imposition, job, parts))
                imposition.sheets.push_back(std::move(sheet));
        }
    }
    int shared = 0;
    for (Sheet& sheet : imposition.sheets) {
        if (sheet.regions.size() > 1)
            sheet.label = std::to_string(++shared);
        else if (sheet.label.empty())
            sheet.label = sheet.regions.front().label;
    }
    return imposition;
}

}  // namespace tympan
