#pragma once
#include "core/artwork/edited.h"
#include "core/base/progress.h"
#include "core/render/print.h"
#include "core/render/source_rows.h"

namespace tympan {

/// A print as it lies on a page turned by any angle: its raster is the box round it there, and its pixels are
/// read from the picture itself, once, at that angle. `to_box`: from the print's raster (as it is printed) to
/// that of the box, in pixels; a turn, no change of size. Where the print is not is bare paper.
Print turnedPrint(const Print& print, const Affine& to_box, const SizePx& box);

/// Where on a page's picture a turned print gets its pixels from: how a place of its raster is found in the
/// source, in pixels of that.
struct TurnedSource {
    Affine to_source;                                 ///< from the raster
    double left = 0, top = 0, right = 0, bottom = 0;  ///< what of the source is shown; its edges go on beyond
    double across = 1, down = 1;                      ///< source pixels to a pixel, along the source's axes
};

/// Pixels of a box of a turned print, 16 bits, linear light where it shrinks: Lanczos-3 along the axes of the
/// source about each pixel's exact place there (widened by the scale when shrinking), in parts of the box
/// that are small enough to be held. Where a pixel covers four or more of the source across, whole blocks of
/// it are averaged on the way, which is part of the same kernel. Ripples are kept off bare paper and full
/// ink, as where prints are upright (resample.h). Depends on a pixel's absolute place alone. Throws Error
/// (stopped).
cv::Mat turnedRegion(const TurnedSource& source, const RectPx& box, const PixelSource& picture,
                     const std::function<SourceRows(cv::Mat)>& read, const Progress& progress);

}  // namespace tympan
