#pragma once
#include <vector>

#include "core/job/job.h"
#include "core/measure/pixel_grid.h"

namespace tympan {

enum class Orientation { portrait, landscape };
inline constexpr Orientation orientations[] = {Orientation::portrait, Orientation::landscape};

/// The page as it is printed: the paper upright, or with width and height swapped.
SizeMm pageOf(const Paper& paper, Orientation orientation);

/// Where ink may lie on a page, in whole pixels of the page's raster: the page less the printer's margins and
/// what the carrier keeps clear, snapped inward. The clear leading edge is the top of an upright sheet; a
/// landscape page may be fed by either short edge, so the wider margin of each pair is kept on both sides.
/// May come out empty.
RectPx printableArea(const SheetRules& rules, Orientation orientation, const PageMargins& margins,
                     const Carrier& carrier);

/// A stretch of an axis, in pixels, half open.
struct Stretch {
    int from = 0, to = 0;
};

/// How many sheets that offer `room` each hold `length` pixels, `band` being kept at every side with a seam;
/// 0 when the room does not even hold the bands.
int fewestParts(int length, int room, int band);

/// The cuts of `length` pixels over sheets that offer `room` each, `band` being kept at every side with a
/// seam: absolute positions 0, seams…, length. As few parts as possible; what is to spare is shared among
/// them in proportion, and each seam is rounded once from its absolute place. Empty when the room does not
/// even hold the bands. A seam that would fall into one of the stretches to `avoid` moves to the nearest
/// place outside them that needs no more sheets; where there is none it stays.
std::vector<int> cuts(int length, int room, int band, const std::vector<Stretch>& avoid = {});

/// Where a part of `length` begins in a free stretch: in the middle when marks then have room on both sides,
/// else at the far end, so that what is free lies on one side.
int begin(int free_begin, int free_length, int length, const PixelGrid& grid);

/// "A1": letter = row from the top, number = column from the left.
std::string tileLabel(int row, int column);

}  // namespace tympan
