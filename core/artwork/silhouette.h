#pragma once
#include <optional>

#include "core/artwork/artwork.h"
#include "core/measure/outline.h"

namespace tympan {

/// The outline of what is in a picture, in parts (0 to 1) of its width and height: where it is not
/// transparent, or where it differs from a background that is one colour all along its border. Nothing when
/// there is neither, or nothing to see. Found on the reduced copy, so it is good to a thousandth of the long
/// side. Method: flood fill from the border; borders followed as by S. Suzuki and K. Abe, CVGIP 30 (1985), in
/// OpenCV.
std::optional<Outline> silhouetteOf(const Artwork& artwork);

/// What one holds, for the cache.
inline std::size_t bytesOf(const std::optional<Outline>& outline) {
    std::size_t points = 0;
    if (outline)
        for (const Ring& ring : outline->rings) points += ring.size();
    return points * sizeof(PointMm);
}

}  // namespace tympan
