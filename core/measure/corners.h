#pragma once
#include "core/measure/outline.h"

namespace tympan {

/// A corner of a ring, and what one measures there with a rule and a protractor.
struct Corner {
    PointMm at;
    double to_next_mm = 0;
    double inside_deg = 0;  ///< on the side of the shape: more than 180 where it is notched
};

/// Of a ring in either direction; empty for fewer than three points.
std::vector<Corner> cornersOf(const Ring& ring);

/// False when some edge crosses another, or a ring that should be an outer one runs the wrong way: then it
/// encloses nothing that one could cut out. Edges that cross by less than a micrometre do not count.
bool isTidy(const Outline& outline);

}  // namespace tympan
