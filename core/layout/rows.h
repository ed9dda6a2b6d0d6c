#pragma once
#include <optional>
#include <vector>

#include "core/measure/geometry.h"

namespace tympan {

/// A box to lay on a sheet; `key` says whose it is.
struct RowItem {
    int key = 0;
    SizePx size;
};

struct RowPlace {
    int key = 0;
    int sheet = 0;
    RectPx box;           ///< on the sheet, after turning
    bool turned = false;  ///< by a quarter, clockwise
};

/// Lays boxes in plain rows, tallest first, `gap` pixels apart, over as many sheets as it takes. A box is
/// turned by a quarter only when it does not fit upright. Nothing when some box fits neither way.
std::optional<std::vector<RowPlace>> layInRows(std::vector<RowItem> items, const RectPx& area, int gap);

}  // namespace tympan
