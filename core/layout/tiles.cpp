#include "core/layout/tiles.h"

namespace tympan {

namespace {

Sheet tileSheet(const Imposition& imposition, const Job& job, std::size_t print, std::size_t number) {
    const PixelGrid& grid = imposition.grid;
    const Piece& piece = job.pieces[print];
    const SeamPlan& plan = imposition.plans[print];
    const Tile& tile = plan.tiles[number];
    const RectPx area = areaFor(job, piece, tile.page);
    const int band = bandOf(job, piece);
    PlacedRegion part;
    part.print = print;
    part.tile = number;
    part.piece = piece.id;
    part.region = tile.region;
    part.seams = seamSides(plan, tile);
    const int left = part.seams.left ? band : 0, right = part.seams.right ? band : 0;
    const int top = part.seams.top ? band : 0, bottom = part.seams.bottom ? band : 0;
    part.placed = {begin(area.x + left, area.width - left - right, part.region.width, grid),
                   begin(area.y + top, area.height - top - bottom, part.region.height, grid),
                   part.region.width, part.region.height};
    // A sheet that is laid whole is not trimmed: ink beyond a seam would print the neighbour's edge twice.
    part.inked = inkedFor(plan, number, piece.method->laid_whole ? 0 : grid.nearest(bleed_mm));
    part.label = tile.label;
    return {pageOf(job.sheets.paper, tile.page),
            area,
            {part},
            part.label,
            printedSideOf(*piece.method),
            piece.method->laid_whole};
}

}  // namespace

std::vector<Sheet> tileSheets(const Imposition& imposition, const Job& job, std::size_t print) {
    std::vector<Sheet> sheets;
    for (int copy = 0; copy < printed(job.pieces[print]); ++copy)
        for (std::size_t tile = 0; tile < imposition.plans[print].tiles.size(); ++tile) {
            if (imposition.plans[print].tiles[tile].bare) continue;
            sheets.push_back(tileSheet(imposition, job, print, tile));
            sheets.back().regions.front().copy = copy;
        }
    return sheets;
}

}  // namespace tympan
