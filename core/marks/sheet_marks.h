#pragma once
#include "core/base/language.h"
#include "core/layout/imposition.h"
#include "core/marks/marks.h"

namespace tympan {

// The marks of a sheet. All lie on the waste side: beyond a seam, or beyond the picture's own edge, never on
// what is kept, because a line there would transfer. Cut ticks stand in line with the cut, on its waste side,
// from 2.5 to 6.5 mm outside the seam's end, clear of bleed; where the page has no room there, short lines in
// the band point at the seam from 2.5 mm away. A tab is printed where it lies outside the object: its rim,
// and which side and end of the print this is. A sheet that is laid whole has no marks.

struct SheetMarks {
    Marks marks;
    bool words = false;      ///< label, "ink side, this way up" and the tell-tale found room
    bool check_bar = false;  ///< so did a bar to measure
};

/// `name`: the piece or job, for the sheet's label. `labels`: what is said beside each of its parts, in their
/// order; where there is no room for one within a few millimetres of its part it is left out.
/// `others` are drawn, too; words keep clear of them. `patches`: what else is printed in the waste, each
/// about the origin, where there is room.
SheetMarks sheetMarks(const Language& say, const Imposition& imposition, const Sheet& sheet,
                      const std::string& name, const std::vector<std::string>& labels = {},
                      const Marks& others = {}, const std::vector<Marks>& patches = {});

/// The tell-tale, which reads normally on the printed sheet whatever the picture does.
Text tellTale();
/// Which way a sheet lies before who looks at it.
Text inkSideUp();

/// A bar to hold against a rule, about the origin: 100 mm and 4 in, or 50 mm and 2 in; the low one is a
/// single line high.
enum class BarKind { tall_100, low_100, tall_50, low_50 };
Marks checkBar(const Language& say, BarKind kind);

/// True when some sheet of the imposition needs the separate test sheet: nothing may be inked beside the
/// picture, or there is no room for the bar or the words.
bool needsTestSheet(const Language& say, const Imposition& imposition);

}  // namespace tympan
