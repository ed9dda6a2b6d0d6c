#pragma once
#include <array>
#include <string>
#include <vector>

#include "core/marks/marks.h"

namespace tympan {

// The test strip: what is printed, laid on a material and photographed to learn what stays. Everything is in
// mm of the strip, finished frame, y down, from its top left corner. What ink is asked is k, 0 bare to 1
// solid.

/// One of the eleven shades.
struct StripShade {
    double printed;
    RectMm at;
};

/// Three lines of one width, one way.
struct StripLines {
    double width_mm;
    bool upright;
    std::array<RectMm, 3> lines;
};

/// An even dark area.
struct StripSolid {
    double printed, side_mm;
    RectMm at;
};

/// Ink that may run, with bare ground all round.
struct StripSpot {
    std::string name;  ///< "red"
    Rgb8 colour;
    RectMm at;
};

struct StripLayout {
    SizeMm size;
    std::array<PointMm, 4> corners;  ///< of its round marks, clockwise from the top left
    std::vector<StripShade> shades;  ///< from bare to solid
    std::vector<StripLines> lines;   ///< by width, the upright ones first
    std::vector<StripSolid> solids;  ///< the solid ones by size, then the paler ones
    std::vector<StripSpot> spots;
};

/// There is one strip, so that a photograph can be read without being told which.
const StripLayout& stripLayout();

/// Everything that is printed; `title` stands at the top in small letters.
Marks stripMarks(const std::string& title);
/// The same of another layout: one of which parts are missing, for a likeness of what stayed.
Marks stripMarks(const StripLayout& layout, const std::string& title);

}  // namespace tympan
