#pragma once
#include <string>
#include <vector>

#include "core/layout/tiling.h"

namespace tympan {

// How a print is parted over sheets. All places are corners of the print's raster, print frame. Tiles part
// the raster exactly: each of its pixels is kept on one tile, whatever is inked on its neighbours besides.

/// How two tiles meet on the object.
enum class Joint {
    butt,      ///< edge to edge: both are cut along the seam
    lap,       ///< the tile after the seam goes on under the one before it
    two_goes,  ///< laid one after the other; both are inked where they overlap
};

/// What a tile's upright box has on each of its sides: a seam, or the print's own edge.
struct Sides {
    bool left = false, top = false, right = false, bottom = false;
    bool any() const { return left || top || right || bottom; }
};

/// Where two tiles meet.
struct Seam {
    std::vector<PointPx> path;  ///< from one end to the other: two points when it is straight
    std::size_t before = 0;     ///< the tile on its left or upper side
    std::size_t after = 0;      ///< the tile on its right or lower side
    Joint joint = Joint::butt;
    int lap_px = 0;  ///< how far the tiles overlap, beyond the seam on either side
    bool operator==(const Seam&) const = default;
};

/// What one sheet carries of a print.
struct Tile {
    RectPx region;  ///< the box round what is kept after trimming
    Orientation page = Orientation::portrait;
    int go = 0;  ///< tiles of an earlier go are laid before those of a later one
    std::string label;
    bool operator==(const Tile&) const = default;
};

struct SeamPlan {
    SizePx print;
    std::vector<Tile> tiles;
    std::vector<Seam> seams;
    bool operator==(const SeamPlan&) const = default;
};

/// The sides of a tile that are seams: all that do not lie on the print's edge.
Sides seamSides(const SeamPlan& plan, const Tile& tile);

/// What is inked for a tile: its region; beyond a butt joint as far as it bleeds; beyond a lap or between two
/// goes as far as that overlaps.
RectPx inkedFor(const SeamPlan& plan, std::size_t tile, int bleed_px);

/// Whether a seam runs through the inside of a box.
bool crosses(const Seam& seam, const RectPx& box);

/// The length of all seams, in pixels.
double seamLength(const SeamPlan& plan);

}  // namespace tympan
