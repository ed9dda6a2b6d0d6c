#include "core/seams/seam_planning.h"

#include <algorithm>
#include <optional>
#include <tuple>

#include <fmt/format.h>

#include "core/base/cache.h"
#include "core/base/error.h"
#include "core/job/landing.h"
#include "core/printer/registration.h"
#include "core/seams/moved_seams.h"
#include "core/seams/path_search.h"
#include "core/seams/wandering.h"

namespace tympan {

namespace {

constexpr double least_part_mm = 40;  // narrower parts are hard to lay straight

/// Even places, moved off care zones: the grid of fewest sheets, then of the shortest seams, then of upright
/// pages. Nothing when neither orientation has room; no lines where there are too many.
struct Grid {
    Bands bands;
    long sheets = 0;
};
std::optional<Grid> evenGrid(const SizePx& print, const SheetRoom& room, const std::vector<Avoided>& care) {
    std::vector<Stretch> across, down;
    for (const Avoided& avoided : care) {
        across.push_back({avoided.box.x, avoided.box.right()});
        down.push_back({avoided.box.y, avoided.box.bottom()});
    }
    std::optional<Grid> best;
    long best_length = 0;
    for (Orientation page : orientations) {
        const std::vector<int> columns = cuts(print.width, room.of(page).width, room.band, across),
                               rows = cuts(print.height, room.of(page).height, room.band, down);
        if (columns.empty() || rows.empty()) continue;
        const long sheets = static_cast<long>(columns.size() - 1) * static_cast<long>(rows.size() - 1);
        const long length = static_cast<long>(columns.size() - 2) * print.height +
                            static_cast<long>(rows.size() - 2) * print.width;
        if (best && std::pair(best->sheets, best_length) <= std::pair(sheets, length)) continue;
        Grid grid{{}, sheets};
        if (sheets <= static_cast<long>(most_sheets))
            grid.bands = straightBands(false, rows, std::vector(rows.size() - 1, columns),
                                       std::vector(rows.size() - 1, page));
        best = std::move(grid);
        best_length = length;
    }
    return best;
}

/// Seams laid by hand, on this print; nothing when some part has no room on any sheet.
std::optional<Bands> keptBands(const KeptSeams& kept, const PrintGeometry& print, const SheetRoom& room) {
    const SizeMm size{print.grid.mm(print.size.width), print.grid.mm(print.size.height)};
    const int length = kept.upright ? print.size.height : print.size.width,
              depth = kept.upright ? print.size.width : print.size.height;
    const double along = kept.upright ? size.height / kept.print.height : size.width / kept.print.width,
                 across = kept.upright ? size.width / kept.print.width : size.height / kept.print.height;
    const auto placed = [&](const std::vector<double>& at_mm, double scale, int end) {
        std::vector<int> at{0};
        for (double mm : at_mm) at.push_back(print.grid.nearest(mm * scale));
        at.push_back(end);
        return at;
    };
    const std::vector<int> edges = placed(kept.edges_mm, across, depth);
    std::vector<std::vector<int>> cuts;
    for (std::size_t band = 0; band + 1 < edges.size(); ++band)
        cuts.push_back(placed(kept.cuts_mm[band], along, length));
    return withRoom(straightBands(kept.upright, edges, cuts, {}), print.size, room);
}

/// How many sheets a plan takes, by the job's rules.
int wantedSheets(const Job& job, const SizePx& print, const SheetRoom& room, const Grid& grid) {
    if (grid.sheets == 1 || job.sheets.seams == SeamManner::regular) return static_cast<int>(grid.sheets);
    const int fewest = job.sheets.fewest ? fewestInBands(print, room) : 0;
    const int sheets =
        fewest > 0 ? std::min<int>(fewest, static_cast<int>(grid.sheets)) : static_cast<int>(grid.sheets);
    return sheets + job.sheets.more_sheets;
}

/// For the cache.
struct Quiet {
    std::optional<Bands> bands;
};

struct Asked {
    SheetRoom room;
    SeamManner manner = SeamManner::quiet;
    int sheets = 0;
    int least_px = 0;
};

/// The seams of a print that are seen least; nothing where so many sheets part it in no way.
std::optional<Bands> quiet(const SeamCosts& costs, const Asked& asked, const Progress& progress) {
    if (asked.manner == SeamManner::wandering) {
        auto paths = quietestPaths(costs, asked.room, asked.sheets, asked.least_px, progress);
        if (paths) return std::move(paths->bands);
        return {};
    }
    auto straight = quietestBands(costs, asked.room, asked.sheets, asked.least_px, progress);
    if (straight.empty()) return {};
    return std::move(straight.front().bands);
}

/// Paths about seams that were laid by hand.
Bands pathsNear(const SeamCosts& costs, const SheetRoom& room, const KeptSeams& kept, const Bands& laid,
                const Progress& progress) {
    const auto found = cache().get(keyOf("paths near", costs.key, room, kept), [&] {
        Bands paths = Wanderer(costs, room).from(laid, Wandering::nearby, Wandering::nearby, progress);
        return Quiet{costOf(costs, paths) < costOf(costs, laid) ? paths : laid};
    });
    return *found->bands;
}

/// Marks the tiles on which nothing is inked; not all of them: a bare picture keeps its sheets.
void markBare(SeamPlan& plan, const SeamCosts& costs, const PrintGeometry& print) {
    std::size_t bare = 0;
    for (Tile& tile : plan.tiles) {
        const RectPx finished = flipped(tile.region, print.size.width, print.mirrored);
        // A cell that it shares with its neighbour counts.
        const int x = finished.x / costs.cell, y = finished.y / costs.cell;
        const int right = std::min(costs.inked.cols, (finished.right() + costs.cell - 1) / costs.cell),
                  bottom = std::min(costs.inked.rows, (finished.bottom() + costs.cell - 1) / costs.cell);
        const cv::Rect cells(x, y, right - x, bottom - y);
        tile.bare = cells.area() > 0 && cv::countNonZero(costs.inked(cells)) == 0;
        bare += tile.bare;
    }
    if (bare == plan.tiles.size())
        for (Tile& tile : plan.tiles) tile.bare = false;
}

}  // namespace

void failTooManySheets(const std::string& piece) {
    throw Error(Error::Kind::input, piece, Text("more than {most} sheets", {{"most", most_sheets}}),
                Text("make it smaller, or choose a larger paper"));
}

void failNoRoom(const std::string& piece) {
    throw Error(Error::Kind::input, piece,
                Text("the paper's margins and bands leave no room for the picture"),
                Text("choose a larger paper or smaller margins"));
}

RectPx areaFor(const Job& job, const Piece& piece, Orientation orientation) {
    return printableArea(job.sheets, orientation, bareEdges(printerOf(job, piece), job.sheets.paper.size),
                         piece.method->carrier);
}

bool fitsOneSheet(const Job& job, const Piece& piece, const SizePx& size) {
    return std::any_of(std::begin(orientations), std::end(orientations), [&](Orientation orientation) {
        const RectPx area = areaFor(job, piece, orientation);
        return size.width <= area.width && size.height <= area.height;
    });
}

bool mayBeParted(const Piece& piece) { return piece.joining.parted || !laidInOnePiece(*piece.method); }

std::optional<SizeMm> largestOnOneSheet(const Job& job, const Piece& piece) {
    const PixelGrid grid{job.sheets.ppi};
    const auto tenths = [&](long width) {
        return SizeMm{static_cast<double>(width) / 10,
                      static_cast<double>(width) / 10 * piece.size.height / piece.size.width};
    };
    const auto fits = [&](long width) {
        Piece smaller = piece;
        smaller.size = tenths(width);
        return fitsOneSheet(job, smaller, grid.printPixels(printSizeOf(job, smaller)));
    };
    // Wider takes no less paper, so the widest that fits is found by halves.
    long small = 0, large = static_cast<long>(std::floor(piece.size.width * 10 + 1e-6));
    if (large > 0 && fits(large)) return tenths(large);
    while (large - small > 1) {
        const long between = small + (large - small) / 2;
        (fits(between) ? small : large) = between;
    }
    if (small < 10) return {};
    return tenths(small);
}

int overlapOf(const Job& job, const Piece& piece) {
    if (jointOf(piece) == Joint::butt) return 0;
    return std::max(1, PixelGrid{job.sheets.ppi}.nearest(job.sheets.overlap_mm));
}

int bandOf(const Job& job, const Piece& piece) {
    if (piece.method->laid_whole) return 0;
    const double beyond = jointOf(piece) == Joint::lap        ? job.sheets.overlap_mm
                          : jointOf(piece) == Joint::two_goes ? job.sheets.overlap_mm / 2
                                                              : 0;
    return PixelGrid{job.sheets.ppi}.firstAfter(std::max(job.sheets.band_mm, least_band_mm) + beyond);
}

SheetRoom roomOf(const Job& job, const Piece& piece) {
    SheetRoom room;
    for (Orientation page : orientations) {
        const RectPx area = areaFor(job, piece, page);
        (page == Orientation::landscape ? room.landscape : room.portrait) = {area.width, area.height};
    }
    room.band = bandOf(job, piece);
    return room;
}

SeamPlan planSeams(const Job& job, const Piece& piece, const PrintGeometry& print, const Progress& progress) {
    const SheetRoom room = roomOf(job, piece);
    const std::vector<Avoided> care = careToAvoid(job, piece, print.grid);
    const auto grid = evenGrid(print.size, room, care);
    if (!grid) failNoRoom(piece.name);
    const int sheets = wantedSheets(job, print.size, room, *grid);
    if (std::max<long>(sheets, grid->sheets) > static_cast<long>(most_sheets)) failTooManySheets(piece.name);
    const auto planned = [&](const Bands& finished) {
        SeamPlan plan = planOf(print.size, flipped(finished, print.size.width, print.mirrored),
                               jointOf(piece), overlapOf(job, piece));
        if (plan.tiles.size() > 1) markBare(plan, *seamCostsOf(job, piece, print.grid.ppi, progress), print);
        return plan;
    };
    if (sheets == 1) return planned(grid->bands);
    const auto kept =
        piece.joining.seams ? keptBands(*piece.joining.seams, print, room) : std::optional<Bands>();
    if (job.sheets.seams == SeamManner::regular) return planned(kept ? *kept : grid->bands);
    const auto costs = seamCostsOf(job, piece, print.grid.ppi, progress);
    // What fades over an overlap fades along a straight line, and a sheet that is laid whole is cut by
    // nobody.
    const bool only_straight = jointOf(piece) == Joint::two_goes || piece.method->laid_whole;
    const SeamManner manner = only_straight ? SeamManner::quiet : job.sheets.seams;
    if (kept)
        return planned(manner == SeamManner::wandering
                           ? pathsNear(*costs, room, *piece.joining.seams, *kept, progress)
                           : *kept);
    const Asked asked{room, manner, sheets, print.grid.nearest(least_part_mm)};
    const auto found = cache().get(keyOf("quiet seams", costs->key, asked),
                                   [&] { return Quiet{quiet(*costs, asked, progress)}; });
    return planned(found->bands ? *found->bands : grid->bands);
}

std::optional<Bands> evenBands(const Job& job, const Piece& piece, const SizePx& print) {
    const auto grid = evenGrid(print, roomOf(job, piece), {});
    if (!grid || grid->sheets > static_cast<long>(most_sheets)) return {};
    return grid->bands;
}

long sheetsForOneCopy(const Job& job, const Piece& piece) {
    try {
        const PrintGeometry print = geometryOf(job, piece, job.sheets.ppi);
        const SheetRoom room = roomOf(job, piece);
        const auto grid = evenGrid(print.size, room, {});
        if (!grid || grid->sheets > static_cast<long>(most_sheets)) return 0;
        return wantedSheets(job, print.size, room, *grid);
    } catch (const Error&) {
        return 0;
    }
}

long fewestSheets(const Job& job, const Piece& piece) {
    Job sparing = job;
    sparing.sheets.fewest = true;
    sparing.sheets.more_sheets = 0;
    return sheetsForOneCopy(sparing, piece);
}

std::vector<Avoided> crossedBySeams(const Job& job, const Piece& piece, const Progress& progress) {
    std::vector<Avoided> crossed;
    if (!mayBeParted(piece) || sheetsForOneCopy(job, piece) < 2) return crossed;
    const PrintGeometry print = geometryOf(job, piece, job.sheets.ppi);
    const SeamPlan plan = planSeams(job, piece, print, progress);
    // Beside lettering there is a hair of room; a seam may lie in that.
    const int hair = print.grid.nearest(lettering_gap_mm);
    for (const Avoided& avoided : seamCostsOf(job, piece, job.sheets.ppi, progress)->avoided) {
        RectPx box = avoided.box;
        if (avoided.kind == Avoided::Kind::lettering)
            box = {box.x + hair, box.y + hair, box.width - 2 * hair, box.height - 2 * hair};
        box = flipped(box, print.size.width, print.mirrored);
        if (std::any_of(plan.seams.begin(), plan.seams.end(),
                        [&](const Seam& seam) { return crosses(seam, box); }))
            crossed.push_back(avoided);
    }
    return crossed;
}

}  // namespace tympan
