#include "core/layout/rows.h"

#include <algorithm>

namespace tympan {

namespace {

bool fits(const SizePx& size, const RectPx& area) {
    return size.width <= area.width && size.height <= area.height;
}

}  // namespace

std::optional<std::vector<RowPlace>> layInRows(std::vector<RowItem> items, const RectPx& area, int gap) {
    std::vector<RowPlace> places;
    for (const RowItem& item : items) {
        RowPlace place{item.key, 0, {0, 0, item.size.width, item.size.height}, false};
        if (!fits(item.size, area)) {
            const SizePx turned{item.size.height, item.size.width};
            if (!fits(turned, area)) return {};
            place.box = {0, 0, turned.width, turned.height};
            place.turned = true;
        }
        places.push_back(place);
    }
    std::stable_sort(places.begin(), places.end(),
                     [](const RowPlace& a, const RowPlace& b) { return a.box.height > b.box.height; });
    int sheet = 0, x = area.x, y = area.y, row_height = 0;
    for (RowPlace& place : places) {
        if (x > area.x && x + place.box.width > area.right()) {
            x = area.x;
            y += row_height + gap;
            row_height = 0;
        }
        if (row_height == 0) row_height = place.box.height;  // the first of a row is its tallest
        if (y + place.box.height > area.bottom()) {
            ++sheet;
            x = area.x;
            y = area.y;
            row_height = place.box.height;
        }
        place.sheet = sheet;
        place.box.x = x;
        place.box.y = y;
        x += place.box.width + gap;
    }
    return places;
}

}  // namespace tympan
