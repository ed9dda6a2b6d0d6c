#pragma once
#include <string>
#include <vector>

#include "core/job/joining.h"
#include "core/seams/seam_lines.h"
#include "core/seams/tiling.h"

namespace tympan {

// How a print is parted over sheets, print frame. Tiles part the raster exactly: each of its pixels is kept
// on one tile (by where its middle lies), whatever is inked on its neighbours besides.

/// What a tile's upright box has on each of its sides: a seam, or the print's own edge.
struct Sides {
    bool left = false, top = false, right = false, bottom = false;
    bool any() const { return left || top || right || bottom; }
    bool operator==(const Sides&) const = default;
};

/// Where two tiles meet.
struct Seam {
    std::vector<PlacePx> path;  ///< from one end to the other: two places when it is straight
    std::size_t before = 0;     ///< the tile on its left or upper side
    std::size_t after = 0;      ///< the tile on its right or lower side
    Joint joint = Joint::butt;
    /// How far ink goes on beyond a seam that laps: at `lap` on the tile after it alone, which goes under; at
    /// `two_goes` half of it on either side.
    int overlap_px = 0;
    bool operator==(const Seam&) const = default;
};

/// What one sheet carries of a print.
struct Tile {
    RectPx region;  ///< the box round what is kept after trimming
    Orientation page = Orientation::portrait;
    std::string label;
    /// What is kept, where that is no upright box: its corners, clockwise from the upper left one.
    std::vector<PlacePx> outline{};
    bool bare = false;  ///< nothing is inked on it: no sheet is printed for it
    bool operator==(const Tile&) const = default;
};

struct SeamPlan {
    SizePx print;
    std::vector<Tile> tiles;
    std::vector<Seam> seams;
    /// The lines that tiles and seams were made from; none of one tile, or of a plan that is not in bands.
    Bands bands{};
    std::vector<std::vector<std::size_t>> in_bands{};  ///< the tiles of each band, in order
    bool operator==(const SeamPlan&) const = default;
};

/// The plan that lines of the print frame come to. Tiles are named row by row from the top: letter = row (of
/// bands that are columns: within the column), number = column.
SeamPlan planOf(const SizePx& print, const Bands& bands, Joint joint, int overlap_px);

/// The sides of a tile that are seams: all that do not lie on the print's edge.
Sides seamSides(const SeamPlan& plan, const Tile& tile);

/// How far ink goes on beyond a seam on one of its two tiles because they overlap there, in pixels.
int overlapBeyond(const Seam& seam, std::size_t tile);

/// What is inked for a tile: its region; beyond a butt joint as far as it bleeds; beyond one that laps as far
/// as that goes, and no less than it bleeds.
RectPx inkedFor(const SeamPlan& plan, std::size_t tile, int bleed_px);

/// Whether a seam runs through the inside of a box.
bool crosses(const Seam& seam, const RectPx& box);

/// How long a seam is; all of them are. In pixels.
double lengthOf(const Seam& seam);
double seamLength(const SeamPlan& plan);

/// Of one row of pixels, the stretches that a tile keeps, half open and rising.
std::vector<Stretch> keptOfRow(const Tile& tile, int row);

}  // namespace tympan
