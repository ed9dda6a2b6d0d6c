#include "core/output/plan_json.h"

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

}  // namespace

std::string planJson(const Imposition& imposition) {
    const Print& print = imposition.prints.front();
    const PixelGrid& grid = imposition.grid;
    const SizeMm page = imposition.sheets.front().page;
    Json plan;
    plan["asked_mm"] = {sixDecimals(print.asked.width), sixDecimals(print.asked.height)};
    plan["print_px"] = {print.size.width, print.size.height};
    plan["print_size_mm"] = {sixDecimals(grid.mm(print.size.width)), sixDecimals(grid.mm(print.size.height))};
    plan["ppi"] = grid.ppi;
    // Beside the file as it came: a picture that came mirrored has been turned back already.
    plan["mirrored"] = (print.mirrored == Mirrored::yes) != print.artwork->edit.reversed;
    plan["page_mm"] = {sixDecimals(page.width), sixDecimals(page.height)};
    plan["sheets"] = Json::array();
    int number = 0;
    for (const Sheet& sheet : imposition.sheets) {
        ++number;
        for (const PlacedRegion& part : sheet.regions)
            plan["sheets"].push_back({{"page", number},
                                      {"label", part.label},
                                      {"region_px", pixels(part.region)},
                                      {"placed_px", pixels(part.placed)},
                                      {"region_mm", millimetres(part.region, grid)},
                                      {"placed_mm", millimetres(part.placed, grid)},
                                      {"rotation_deg", part.turned ? 90 : 0}});
    }
    return plan.dump(2) + "\n";
}

void writePlan(const std::filesystem::path& file, const Imposition& imposition) {
    WriteAside aside(file);
    aside.append(planJson(imposition));
    aside.commit();
}

}  // namespace tympan
