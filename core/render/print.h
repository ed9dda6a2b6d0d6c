#pragma once
#include "core/job/job.h"
#include "core/measure/pixel_grid.h"

namespace tympan {

/// A piece resolved to what one print of it is: exactly one raster at one resolution. Everything that shows
/// pixels, on paper or on screen, asks `renderRegion` for boxes of this raster.
struct Print {
    ArtworkPtr artwork;
    SourceBox box;
    PixelGrid grid;
    SizePx size;  ///< W x H of the raster
    Mirrored mirrored = Mirrored::no;
    Ink ink = Ink::grey;
    Contrast contrast;
    SizeMm asked;
};

/// The print of a piece at a resolution. Mirroring follows from the method alone.
/// Throws Error (input) above 1 Gpx.
Print printOf(const Piece& piece, double ppi);

/// A resolution for looking at a piece whole: at most `most` pixels in all, and never above `ppi`.
double previewPpi(const Piece& piece, double ppi, double most);

/// Pixels of the artwork per inch of print, along the axis that has fewer: what its detail comes to at this
/// size.
double effectivePpi(const Piece& piece);

}  // namespace tympan
