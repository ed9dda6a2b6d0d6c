#pragma once
#include "core/artwork/artwork.h"
#include "core/base/progress.h"

namespace tympan {

// A vector picture is an SVG, or that page of a PDF which its edit names; nothing else of an edit matters
// here.

/// Its pixels at its natural size. Throws Error (input) when that is more than can be handled.
SizePx naturalPixels(const Artwork& vector);

/// How many pages a vector picture has.
int pagesOf(const Artwork& vector);

/// Its pixels at `scale` times that size, 8 bits. Throws Error (input) above 1 Gpx or for a damaged file.
cv::Mat rasterise(const Artwork& vector, double scale, const Progress& progress);

/// A box of its pixels where the whole of it is `whole` large (to within a pixel): only what is needed is
/// drawn and kept.
cv::Mat rasterise(const Artwork& vector, const SizePx& whole, const RectPx& box, const Progress& progress);

}  // namespace tympan
