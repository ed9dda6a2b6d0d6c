#pragma once
#include <vector>

#include "core/measure/frames.h"
#include "core/measure/geometry.h"
#include "core/seams/tiling.h"

namespace tympan {

// The lines along which a print is parted: some from edge to edge part it into bands, others part each band.
// So every tile is a band's part, and a band's seams need not line up with its neighbours'. All places are
// corners of the print's raster.

/// A line that goes on in one direction, straight or wandering: its corners by how far along they lie, and
/// where across. It has at least two, and may begin before and end beyond what it parts.
struct SeamLine {
    std::vector<PointPx> corners;  ///< x: along, y: across
    bool operator==(const SeamLine&) const = default;

    double at(double along) const;  ///< where across it lies; as at its end beyond that
    bool straight() const;          ///< all at one place across
    int least() const;              ///< the least and the most place across
    int most() const;
};

SeamLine straightLine(int across, int length);

/// How a print is parted. Lines of `edges` run along the bands, lines of `cuts` across them.
struct Bands {
    bool upright = false;                     ///< the bands are columns; else they are rows
    std::vector<SeamLine> edges;              ///< between bands, in order
    std::vector<std::vector<SeamLine>> cuts;  ///< of each band
    std::vector<Orientation> pages;           ///< of each band's sheets
    bool operator==(const Bands&) const = default;
};

/// Bands between straight places: `edges` and each of `cuts` hold 0, the seams, and the print's length.
Bands straightBands(bool upright, const std::vector<int>& edges, const std::vector<std::vector<int>>& cuts,
                    const std::vector<Orientation>& pages);

/// The same in the other frame of a print that is `width_px` wide. Its own inverse.
Bands flipped(const Bands& bands, int width_px, Mirrored mirrored);

}  // namespace tympan
