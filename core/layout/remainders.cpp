#include "core/layout/remainders.h"

#include <algorithm>

#include "core/layout/free_room.h"
#include "core/layout/whole_pieces.h"

namespace tympan {

namespace {

RectMm boxOf(const RectPx& box) { return {1.0 * box.x, 1.0 * box.y, 1.0 * box.width, 1.0 * box.height}; }

/// What nothing else may lie in: a part with the band for marks along its seams, and the gap for scissors
/// elsewhere.
RectMm takenBy(const PlacedRegion& part, int band, int gap) {
    const RectPx box = part.withTab();
    const int left = part.seams.left ? band : gap, top = part.seams.top ? band : gap;
    return boxOf({box.x - left, box.y - top, box.width + left + (part.seams.right ? band : gap),
                  box.height + top + (part.seams.bottom ? band : gap)});
}

}  // namespace

std::vector<PlacedRegion> laidIntoRemainders(const Job& job, const PixelGrid& grid,
                                             std::vector<PlacedRegion> parts, std::vector<Sheet*>& sheets) {
    const int gap = grid.firstAfter(job.sheets.scissor_gap_mm);
    std::stable_sort(parts.begin(), parts.end(), [](const PlacedRegion& a, const PlacedRegion& b) {
        return a.region.area() > b.region.area();
    });
    std::vector<PlacedRegion> left_over;
    std::vector<SizePx> without_room;  // what is no smaller than one of these has none either
    for (PlacedRegion& part : parts) {
        const SizePx box{part.region.width, part.region.height + part.tab_px};
        bool laid = false;
        if (std::any_of(without_room.begin(), without_room.end(), [&](const SizePx& size) {
                return box.width >= size.width && box.height >= size.height;
            })) {
            left_over.push_back(std::move(part));
            continue;
        }
        for (Sheet* sheet : sheets) {
            std::vector<RectMm> taken;  // in pixels: room is room in any unit
            for (const PlacedRegion& there : sheet->regions)
                taken.push_back(takenBy(there, bandOf(job, job.pieces[there.print]), gap));
            for (const int quarters : {0, 1}) {
                const SizePx turned = quarters == 0 ? box : SizePx{box.height, box.width};
                const auto at =
                    findRoom(boxOf(sheet->printable), taken, {1.0 * turned.width, 1.0 * turned.height});
                if (!at) continue;
                layInto(part,
                        {static_cast<int>(std::lround(at->x)), static_cast<int>(std::lround(at->y)),
                         turned.width, turned.height},
                        quarters);
                sheet->regions.push_back(part);
                laid = true;
                break;
            }
            if (laid) break;
        }
        if (laid) continue;
        without_room.push_back(box);
        left_over.push_back(std::move(part));
    }
    // As they stood before they were sorted: by piece and copy.
    std::stable_sort(left_over.begin(), left_over.end(), [](const PlacedRegion& a, const PlacedRegion& b) {
        return std::pair(a.print, a.copy) < std::pair(b.print, b.copy);
    });
    return left_over;
}

}  // namespace tympan
