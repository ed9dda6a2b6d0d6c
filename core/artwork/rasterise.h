#pragma once
#include "core/artwork/artwork.h"
#include "core/base/helper.h"
#include "core/base/progress.h"

namespace tympan {

// A vector picture is an SVG, or that page of a PDF which its edit names; nothing else of an edit matters
// here. It is drawn in a process of its own (base/helper.h), since nobody vouches for it.

/// What a drawing says of itself.
struct DrawingFacts {
    SizePx size;  ///< pixels at its natural size
    int pages = 1;
    std::vector<std::string> linked;  ///< pictures that it names and does not hold: they stay blank
};
/// Throws Error (input) for a size that is more than can be handled or a damaged file; Error (stopped).
DrawingFacts factsOf(const Artwork& vector, const Progress& progress = {});

/// Its pixels at `scale` times that size, 8 bits. Throws Error (input) above 1 Gpx or for a damaged file.
cv::Mat rasterise(const Artwork& vector, double scale, const Progress& progress);

/// How many pixels it then has: not always its rounded natural size times the scale. Throws as above.
SizePx drawnSize(const Artwork& vector, double scale, const Progress& progress);

/// A box of these pixels: only what is needed is drawn and kept.
cv::Mat rasterise(const Artwork& vector, double scale, const RectPx& box, const Progress& progress);

/// All of them in tiles, packed: see drawTiles in drawing.h.
HelperAnswer drawnInTiles(const Artwork& vector, double scale, const Progress& progress);

}  // namespace tympan
