#pragma once
#include <vector>

#include "core/base/language.h"
#include "core/layout/imposition.h"
#include "core/marks/marks.h"

namespace tympan {

/// Crosses in rings in the corners of what can be printed of a sheet that goes through the printer twice,
/// the same in both passes: how far they miss each other is how far the passes do, and how far apart the
/// first ones lie tells what the sheet has shrunk by. Left out of a corner where a picture lies.
struct RegisterMarks {
    std::vector<PointMm> at;             ///< their middles, mm of the page
    std::optional<double> across, down;  ///< how far apart two beside each other, and two above, are printed
};
/// None of a sheet that is printed once, or laid whole.
RegisterMarks registerMarks(const Imposition& imposition, const Sheet& sheet);
Marks drawn(const RegisterMarks& marks);
/// How the sheet is fed again, and what to measure in between; about the origin.
Marks wordsFor(const Language& say, const RegisterMarks& marks);

}  // namespace tympan
