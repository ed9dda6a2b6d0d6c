#include "core/layout/kept_places.h"

#include <algorithm>
#include <map>

#include "core/layout/cut_outline.h"
#include "core/layout/whole_pieces.h"

namespace tympan {

namespace {

/// A part that lies on a sheet, with its outline there.
struct Lying {
    PlacedRegion part;
    Outline outline;
};

bool within(const RectMm& area, const RectMm& box, double slack) {
    return box.x >= area.x - slack && box.y >= area.y - slack && box.right() <= area.right() + slack &&
           box.bottom() <= area.bottom() + slack;
}

KeptPlace* find(Job& job, int piece, int copy) {
    for (KeptSheet& sheet : job.kept_sheets)
        for (KeptPlace& place : sheet.places)
            if (place.piece == piece && place.copy == copy) return &place;
    return nullptr;
}

}  // namespace

std::vector<Sheet> keptSheets(const Imposition& imposition, const Job& job,
                              std::vector<PlacedRegion>& parts) {
    std::vector<Sheet> sheets;
    if (job.kept_sheets.empty()) return sheets;
    const Piece& first = job.pieces[parts.front().print];
    const PixelGrid& grid = imposition.grid;
    const double px = grid.pixel_mm();
    std::map<std::pair<int, int>, PlacedRegion> waiting;  // by piece and copy
    for (PlacedRegion& part : parts) waiting.emplace(std::pair(part.piece, part.copy), std::move(part));
    for (const KeptSheet& kept : job.kept_sheets) {
        Sheet sheet = emptySheet(job, first, kept.landscape ? Orientation::landscape : Orientation::portrait);
        const RectMm area = grid.mm(sheet.printable);
        std::vector<Lying> lying;
        for (const KeptPlace& place : kept.places) {
            const auto found = waiting.find({place.piece, place.copy});
            if (found == waiting.end()) continue;
            PlacedRegion part = found->second;
            part.layAt({place.middle.x / px, place.middle.y / px}, place.rotation_deg);
            Lying laid{part, onPage(imposition.cuts[part.print], part, grid)};
            if (!within(area, bounds(laid.outline), px) ||
                std::any_of(lying.begin(), lying.end(),
                            [&](const Lying& other) { return overlap(laid.outline, other.outline, grid); }))
                continue;
            lying.push_back(std::move(laid));
            waiting.erase(found);
        }
        for (Lying& each : lying) sheet.regions.push_back(std::move(each.part));
        if (!sheet.regions.empty()) sheets.push_back(std::move(sheet));
    }
    parts.clear();
    for (auto& [of, part] : waiting) parts.push_back(std::move(part));
    std::sort(parts.begin(), parts.end(), [](const PlacedRegion& a, const PlacedRegion& b) {
        return std::pair(a.print, a.copy) < std::pair(b.print, b.copy);
    });
    return sheets;
}

bool keepsPlaceFor(const Job& job, const PlacedRegion& part) {
    return std::any_of(job.kept_sheets.begin(), job.kept_sheets.end(), [&](const KeptSheet& sheet) {
        return std::any_of(sheet.places.begin(), sheet.places.end(), [&](const KeptPlace& place) {
            return place.piece == part.piece && place.copy == part.copy;
        });
    });
}

KeptPlace keptPlaceOf(const PlacedRegion& part, const PixelGrid& grid) {
    const RectPx all = part.regionWithTab();
    const PointMm middle = part.toPage()({all.x + all.width / 2.0, all.y + all.height / 2.0});
    const double px = grid.pixel_mm();
    return {part.piece, part.copy, {middle.x * px, middle.y * px}, part.rotation_deg, false};
}

Job withPlacesKept(Job job, const Imposition& imposition) {
    const Job before = job;
    job.kept_sheets.clear();
    for (const Sheet& sheet : imposition.sheets) {
        if (sheet.regions.front().tile) continue;  // what lies beside a part of another finds its room again
        KeptSheet kept{sheet.page.width > sheet.page.height, {}};
        for (const PlacedRegion& part : sheet.regions)
            if (!part.seams.any()) kept.places.push_back(keptPlaceOf(part, imposition.grid));
        if (!kept.places.empty()) job.kept_sheets.push_back(std::move(kept));
    }
    for (const KeptSheet& sheet : before.kept_sheets)
        for (const KeptPlace& place : sheet.places)
            if (KeptPlace* now = find(job, place.piece, place.copy)) now->locked = place.locked;
    return job;
}

Job withPlacesFree(Job job) {
    job.kept_sheets.clear();
    return job;
}

Job withPlaceMoved(Job job, const Imposition& imposition, std::size_t sheet, const KeptPlace& place) {
    job = withPlacesKept(std::move(job), imposition);
    std::size_t kept = 0;  // the one that stands for this sheet
    for (std::size_t i = 0; i < sheet; ++i) kept += imposition.sheets[i].regions.front().tile ? 0 : 1;
    for (KeptSheet& each : job.kept_sheets)
        std::erase_if(each.places, [&](const KeptPlace& other) {
            return other.piece == place.piece && other.copy == place.copy;
        });
    job.kept_sheets.at(kept).places.push_back(place);
    job.kept_sheets[kept].places.back().locked = true;
    std::erase_if(job.kept_sheets, [](const KeptSheet& each) { return each.places.empty(); });
    return job;
}

Job withPlaceLocked(Job job, const Imposition& imposition, int piece, int copy, bool locked) {
    if (job.kept_sheets.empty()) job = withPlacesKept(std::move(job), imposition);
    if (KeptPlace* place = find(job, piece, copy)) place->locked = locked;
    return job;
}

}  // namespace tympan
