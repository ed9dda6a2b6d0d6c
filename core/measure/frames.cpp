#include "core/measure/frames.h"

namespace tympan {

RectPx flipped(const RectPx& box, int width_px, Mirrored mirrored) {
    if (mirrored == Mirrored::no) return box;
    return {width_px - box.right(), box.y, box.width, box.height};
}

}  // namespace tympan
