#pragma once
#include "core/layout/imposition.h"
#include "core/marks/marks.h"

namespace tympan {

// What stands along the seams of one part of a print, in mm of its page, all of it on the waste side. Cut
// ticks stand in line with the cut, from 2.5 to 6.5 mm outside its end. Along each seam short lines stand
// across it in the band, near its ends and every 100 mm, with the seam's letter: the same letter and the same
// pattern of lines stand at the same places on the sheet that it joins, and on no other. Where the middle of
// the whole meets its own edge, a short line says so. A part with a wandering
// seam is cut along a thin line that begins at the cut, in place of ticks. A sheet that goes under another is
// cut where its overlap ends, not at the seam.
struct SeamMarks {
    Marks marks;
    std::vector<RectMm> taken;  ///< where nothing else may stand
    bool gauges = false;        ///< some cut has no room for ticks in line with it
};

/// `area`: of the page, where anything may be printed.
SeamMarks seamMarks(const Imposition& imposition, const PlacedRegion& part, const RectMm& area);

/// What a seam is called: "a" to "z", "aa" and so on, without i, l and o, which beside lines look like
/// others.
std::string seamLetter(std::size_t seam);

/// Where its pattern has lines, in mm from its first one; no two of the first fifteen are the same.
std::vector<double> seamPattern(std::size_t seam);

}  // namespace tympan
