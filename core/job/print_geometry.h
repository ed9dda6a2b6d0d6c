#pragma once
#include "core/job/job.h"
#include "core/measure/pixel_grid.h"

namespace tympan {

/// The raster of a print without what is on it: all that laying it on sheets needs to know.
struct PrintGeometry {
    PixelGrid grid;
    SizeMm asked;  ///< the picture's size, or that of the box round a cut or bent one
    SizePx size;   ///< W x H of the raster
    Mirrored mirrored = Mirrored::no;

    RectPx whole() const { return {0, 0, size.width, size.height}; }
};

/// The raster of a piece of a job at a resolution. Mirroring follows from the turns alone. Throws Error
/// (input) above 1 Gpx.
PrintGeometry geometryOf(const Job& job, const Piece& piece, double ppi);

}  // namespace tympan
