#include "core/seams/tiling.h"

#include <algorithm>
#include <cmath>

namespace tympan {

namespace {

constexpr double marks_both_sides_mm = 13;  // 6.5 mm for cut ticks at either end

/// The place nearest to `ideal`, from `least` to `most`, that lies in no stretch; `ideal` where there is
/// none.
int movedOut(int ideal, long least, long most, const std::vector<Stretch>& avoid) {
    const auto free = [&](long at) {
        return at >= least && at <= most && std::none_of(avoid.begin(), avoid.end(), [&](const Stretch& s) {
                   return at > s.from && at < s.to;
               });
    };
    // Only the ends of stretches can be nearest when the place itself is not free.
    long best = ideal;
    bool found = free(ideal);
    for (const Stretch& s : avoid)
        for (long end : {static_cast<long>(s.from), static_cast<long>(s.to)})
            if (free(end) && (!found || std::abs(end - ideal) < std::abs(best - ideal)))
                best = end, found = true;
    return static_cast<int>(std::clamp(best, least, std::max(least, most)));
}

}  // namespace

SizeMm pageOf(const Paper& paper, Orientation orientation) {
    if (orientation == Orientation::portrait) return paper.size;
    return {paper.size.height, paper.size.width};
}

RectPx printableArea(const SheetRules& rules, Orientation orientation, const PageMargins& margins,
                     const Carrier& carrier) {
    const SizeMm page = pageOf(rules.paper, orientation);
    const PixelGrid grid{rules.ppi};
    const auto clear = [&](double margin) { return std::max(margin, carrier.usable_inset_mm); };
    PageMargins kept{clear(margins.left), std::max(clear(margins.top), carrier.leading_edge_mm),
                     clear(margins.right), clear(margins.bottom)};
    if (orientation == Orientation::landscape) {
        const double along = std::max(kept.top, kept.bottom), across = std::max(kept.left, kept.right);
        kept = {along, across, along, across};
    }
    const int left = grid.firstAfter(kept.left), top = grid.firstAfter(kept.top);
    const int right = grid.lastBefore(page.width - kept.right),
              bottom = grid.lastBefore(page.height - kept.bottom);
    return {left, top, std::max(0, right - left), std::max(0, bottom - top)};
}

int fewestParts(int length, int room, int band) {
    if (length <= room) return 1;
    const long outer = room - band, inner = room - 2L * band;  // one seam side, two seam sides
    if (outer < 1 || (2 * outer < length && inner < 1)) return 0;
    if (length <= 2 * outer) return 2;
    return static_cast<int>(2 + (length - 2 * outer + inner - 1) / inner);
}

std::vector<int> cuts(int length, int room, int band, const std::vector<Stretch>& avoid) {
    const long parts = fewestParts(length, room, band);
    if (parts == 0) return {};
    if (parts == 1) return {0, length};
    const long outer = room - band, inner = room - 2L * band;
    const long capacity = 2 * outer + (parts - 2) * inner;
    std::vector<int> positions{0};
    for (long i = 1; i < parts; ++i) {
        const long before = outer + (i - 1) * inner;
        const int ideal = static_cast<int>((2 * before * length + capacity) / (2 * capacity));
        const long reaches = positions.back() + (i == 1 ? outer : inner);
        const long least = length - outer - (parts - 1 - i) * inner;
        positions.push_back(movedOut(ideal, std::max<long>(least, positions.back() + 1),
                                     std::min<long>(reaches, length - 1), avoid));
    }
    positions.push_back(length);
    return positions;
}

int begin(int free_begin, int free_length, int length, const PixelGrid& grid) {
    const int spare = free_length - length;
    return free_begin + (spare >= grid.firstAfter(marks_both_sides_mm) ? spare / 2 : spare);
}

std::string tileLabel(int row, int column) {
    std::string letters;
    for (int r = row; r >= 0; r = r / 26 - 1)
        letters.insert(letters.begin(), static_cast<char>('A' + r % 26));
    return letters + std::to_string(column + 1);
}

}  // namespace tympan
