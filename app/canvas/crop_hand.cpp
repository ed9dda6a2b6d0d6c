#include "app/canvas/crop_hand.h"

#include <algorithm>
#include <cmath>

#include "core/artwork/picture_edit.h"

namespace tympan::app {

int cropHandle(const PageParts& crop, const PointMm& at, double reach_x, double reach_y) {
    const bool across = at.x > crop.x - reach_x && at.x < crop.right() + reach_x;
    const bool down = at.y > crop.y - reach_y && at.y < crop.bottom() + reach_y;
    if (!across || !down) return no_handle;
    int handle = no_handle;
    if (std::abs(at.x - crop.x) < reach_x)
        handle |= handle_left;
    else if (std::abs(at.x - crop.right()) < reach_x)
        handle |= handle_right;
    if (std::abs(at.y - crop.y) < reach_y)
        handle |= handle_top;
    else if (std::abs(at.y - crop.bottom()) < reach_y)
        handle |= handle_bottom;
    return handle == no_handle ? whole_handle : handle;
}

namespace {

/// Shrinks a dragged frame to a shape about what is not held.
PageParts shaped(const PageParts& crop, int handle, double shape) {
    PageParts fitted = crop;
    const bool level_edge = handle == handle_top || handle == handle_bottom;
    const bool upright_edge = handle == handle_left || handle == handle_right;
    if (level_edge) fitted.width = crop.height * shape;
    if (upright_edge) fitted.height = crop.width / shape;
    if (!level_edge && !upright_edge) {
        fitted.width = std::min(crop.width, crop.height * shape);
        fitted.height = fitted.width / shape;
    }
    // Beside an edge that is dragged, the frame grows on both sides, as far as there is picture.
    const double most = std::min({1.0, fitted.width, shape});
    if (fitted.width > most || fitted.height > 1) {
        fitted.width = std::min(most, shape);
        fitted.height = fitted.width / shape;
    }
    if (level_edge) fitted.x = crop.x + (crop.width - fitted.width) / 2;
    if (upright_edge) fitted.y = crop.y + (crop.height - fitted.height) / 2;
    if (handle & handle_left) fitted.x = crop.right() - fitted.width;
    if (handle & handle_top) fitted.y = crop.bottom() - fitted.height;
    fitted.x = std::clamp(fitted.x, 0.0, 1 - fitted.width);
    fitted.y = std::clamp(fitted.y, 0.0, 1 - fitted.height);
    return fitted;
}

}  // namespace

PageParts movedCrop(const PageParts& crop, int handle, const PointMm& by, std::optional<double> shape) {
    if (handle == whole_handle)
        return {std::clamp(crop.x + by.x, 0.0, 1 - crop.width),
                std::clamp(crop.y + by.y, 0.0, 1 - crop.height), crop.width, crop.height};
    double left = crop.x, top = crop.y, right = crop.right(), bottom = crop.bottom();
    constexpr double least = 2 * least_crop;
    if (handle & handle_left) left = std::clamp(left + by.x, 0.0, right - least);
    if (handle & handle_right) right = std::clamp(right + by.x, left + least, 1.0);
    if (handle & handle_top) top = std::clamp(top + by.y, 0.0, bottom - least);
    if (handle & handle_bottom) bottom = std::clamp(bottom + by.y, top + least, 1.0);
    const PageParts moved{left, top, right - left, bottom - top};
    return shape ? shaped(moved, handle, *shape) : moved;
}

}  // namespace tympan::app
