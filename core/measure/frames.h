#pragma once
#include "core/measure/geometry.h"

namespace tympan {

// The three frames. *Finished*: the picture as people will see it on the object. *Print*: the ink as it lies
// on the paper, looking at the inked side. *Sheet*: the page that carries a part of the print. Finished and
// print differ by a flip about the upright axis, x' = W - 1 - x for columns, never by y; a sheet shows a box
// of the print at an offset, perhaps rotated.
//
// Three words: a *turn* is what a maker does who lays the ink face towards a surface (core/job/turns.h); a
// *flip* is what that does to pixels and places, left for right; a *rotation* is an angle in the plane,
// clockwise as seen.

/// Whether the print is the mirror image of the finished picture.
enum class Mirrored { no, yes };

/// The same box in the other frame of a print that is `width_px` wide. Its own inverse.
RectPx flipped(const RectPx& box, int width_px, Mirrored mirrored);

/// The same point, in parts of the width (0 to 1), in the other frame. Its own inverse.
inline double flipped(double x, Mirrored mirrored) { return mirrored == Mirrored::yes ? 1 - x : x; }

}  // namespace tympan
