#pragma once
#include "core/artwork/artwork.h"
#include "core/base/progress.h"

namespace tympan {

/// A drawing larger than this is never held whole.
inline constexpr double most_drawn_at_once_px = 16e6;

/// A box of a large drawing at a scale, where it is `whole` pixels large (see drawnSize). It is drawn in
/// tiles of a fixed grid, so that a box is the same whatever was asked before, to the bit; tiles are kept
/// packed, which makes little of most drawings. Throws Error (stopped, input).
cv::Mat drawnBox(const Artwork& vector, double scale, const SizePx& whole, const RectPx& box,
                 const Progress& progress = {});

}  // namespace tympan
