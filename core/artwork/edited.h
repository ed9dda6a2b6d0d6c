#pragma once
#include <functional>

#include "core/artwork/artwork.h"
#include "core/base/progress.h"

namespace tympan {

/// A picture with an edit (of its original, whatever was done to it before); the original itself for an
/// untouched edit. Its reduced copy is made here, in tens of milliseconds for most edits and about a second
/// for a cut-out; its pixels are made when they are asked for. Throws Error (stopped, input).
ArtworkPtr edited(const ArtworkPtr& picture, const PictureEdit& edit, const Progress& progress = {});

/// The pixels of a picture to resample from: a raster's own; a drawing's at `scale` times its natural size;
/// an edited one's with its edit applied. Made once for as long as there is room to keep them. 8 or 16 bits,
/// 1 to 4 channels, alpha not premultiplied. Throws Error (stopped, input).
cv::Mat pixelsFor(const Artwork& artwork, double scale, const Progress& progress = {});

/// The same in boxes: of a large drawing that is no more than cropped, the pixels are never held whole.
struct PixelSource {
    SizePx size;
    std::function<cv::Mat(const RectPx& box, const Progress& progress)> box;
};
PixelSource pixelSource(const ArtworkPtr& artwork, double scale, const Progress& progress = {});

}  // namespace tympan
