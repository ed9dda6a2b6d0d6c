#include "core/layout/plan_json.h"

#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>

#include "core/base/write_aside.h"

namespace tympan {

namespace {

using Json = nlohmann::ordered_json;

double sixDecimals(double mm) { return std::round(mm * 1e6) / 1e6; }

Json pixels(const RectPx& box) { return {box.x, box.y, box.width, box.height}; }

Json millimetres(const RectPx& box, const PixelGrid& grid) {
    const RectMm mm = grid.mm(box);
    return {sixDecimals(mm.x), sixDecimals(mm.y), sixDecimals(mm.width), sixDecimals(mm.height)};
}

/// Where a tile is cut, if that is no box.
void addCut(Json& part, const Tile& tile, const PixelGrid& grid) {
    for (const PlacePx& at : tile.outline)
        part["cut_mm"].push_back({sixDecimals(at.x * grid.pixel_mm()), sixDecimals(at.y * grid.pixel_mm())});
}

/// A part as it lies on its page, as it stands in the plan of one piece and of several.
Json placeOf(const PlacedRegion& part, const Imposition& imposition) {
    const PixelGrid& grid = imposition.grid;
    Json place{{"label", part.label},
               {"region_px", pixels(part.region)},
               {"placed_px", pixels(part.placed)},
               {"region_mm", millimetres(part.region, grid)},
               {"placed_mm", millimetres(part.placed, grid)}};
    if (part.tile) {
        const SeamPlan& plan = imposition.plans[part.print];
        addCut(place, plan.tiles[*part.tile], grid);
        const auto laps = [&](const Seam& seam) { return overlapBeyond(seam, *part.tile) > 0; };
        if (std::any_of(plan.seams.begin(), plan.seams.end(), [&](const Seam& seam) {
                return (seam.before == *part.tile || seam.after == *part.tile) && laps(seam);
            }))
            place["ink_px"] = pixels(part.inked);
    }
    if (const auto quarters = quarterTurns(part.rotation_deg)) {
        place["rotation_deg"] = 90 * *quarters;
        return place;
    }
    place["rotation_deg"] = part.rotation_deg;
    const Affine to_page = part.toPage();
    const RectPx& r = part.region;
    for (const PointMm& corner : {PointMm(r.x, r.y), PointMm(r.right(), r.y), PointMm(r.right(), r.bottom()),
                                  PointMm(r.x, r.bottom())}) {
        const PointMm at = to_page(corner);
        place["placed_outline_mm"].push_back(
            {sixDecimals(at.x * grid.pixel_mm()), sixDecimals(at.y * grid.pixel_mm())});
    }
    return place;
}

/// What is printed of a piece, beside the file as it came: a picture that came mirrored has been turned back
/// already.
Json printJson(const PrintGeometry& print, const Piece& piece) {
    const PixelGrid& grid = print.grid;
    return {
        {"asked_mm", {sixDecimals(print.asked.width), sixDecimals(print.asked.height)}},
        {"print_px", {print.size.width, print.size.height}},
        {"print_size_mm", {sixDecimals(grid.mm(print.size.width)), sixDecimals(grid.mm(print.size.height))}},
        {"mirrored", (print.mirrored == Mirrored::yes) != piece.artwork->edit.reversed}};
}

Json pageSize(const Sheet& sheet) { return {sixDecimals(sheet.page.width), sixDecimals(sheet.page.height)}; }

/// Parts on which nothing is inked: they are on no page.
void addBare(Json& plan, const Job& job, const Imposition& imposition) {
    for (std::size_t i = 0; i < imposition.plans.size(); ++i)
        for (const Tile& tile : imposition.plans[i].tiles) {
            if (!tile.bare) continue;
            Json part{{"label", tile.label},
                      {"region_px", pixels(tile.region)},
                      {"region_mm", millimetres(tile.region, imposition.grid)}};
            addCut(part, tile, imposition.grid);
            if (imposition.prints.size() > 1) part["piece"] = job.pieces[i].id;
            plan["empty"].push_back(std::move(part));
        }
}

}  // namespace

std::string planJson(const Job& job, const Imposition& imposition) {
    const PixelGrid& grid = imposition.grid;
    Json plan;
    if (imposition.prints.size() == 1) {
        plan = printJson(imposition.prints.front(), job.pieces.front());
        plan["ppi"] = grid.ppi;
        if (!imposition.sheets.empty()) plan["page_mm"] = pageSize(imposition.sheets.front());
    } else {
        plan["ppi"] = grid.ppi;
        plan["pieces"] = Json::array();
        for (std::size_t i = 0; i < imposition.prints.size(); ++i) {
            Json piece{{"id", job.pieces[i].id}, {"name", job.pieces[i].name}};
            piece.update(printJson(imposition.prints[i], job.pieces[i]));
            plan["pieces"].push_back(std::move(piece));
        }
    }
    addBare(plan, job, imposition);
    plan["sheets"] = Json::array();
    int number = 0;
    for (const Sheet& sheet : imposition.sheets) {
        ++number;
        if (imposition.prints.size() == 1) {
            for (const PlacedRegion& part : sheet.regions) {
                Json entry{{"page", number}};
                if (sheet.passes > 1) entry["pass"] = sheet.pass;
                entry.update(placeOf(part, imposition));
                plan["sheets"].push_back(std::move(entry));
            }
            continue;
        }
        Json parts = Json::array();
        for (const PlacedRegion& part : sheet.regions) {
            Json entry{{"piece", part.piece}, {"copy", part.copy}};
            entry.update(placeOf(part, imposition));
            parts.push_back(std::move(entry));
        }
        Json entry{{"page", number}, {"label", sheet.label}, {"page_mm", pageSize(sheet)}};
        if (sheet.passes > 1) entry["pass"] = sheet.pass;
        entry["parts"] = std::move(parts);
        plan["sheets"].push_back(std::move(entry));
    }
    return plan.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

void writePlan(const std::filesystem::path& file, const Job& job, const Imposition& imposition) {
    writeText(file, planJson(job, imposition));
}

}  // namespace tympan
