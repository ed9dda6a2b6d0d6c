#pragma once
#include "core/layout/imposition.h"
#include "core/marks/marks.h"

namespace tympan {

/// The marks that a cutting machine looks for: an angle in each corner of the printable area that nothing
/// lies in the way of, its arms along the area's edges. Empty where the job wants none, and on sheets of
/// parted prints.
struct CornerMark {
    PointMm at;               ///< the corner
    double along_x, along_y;  ///< which way its arms run: 1 or -1
};
inline constexpr double corner_arm_mm = 6, corner_line_mm = 0.5;
std::vector<CornerMark> cornerMarks(const Job& job, const Imposition& imposition, const Sheet& sheet);
Marks drawn(const std::vector<CornerMark>& corners);

/// Lines to cut along, just outside of each small piece on the sheet, where they leave no ink on what is
/// kept. Empty where the job wants none, or where there is no room between pieces.
Marks cutLines(const Job& job, const Imposition& imposition, const Sheet& sheet);

/// Outlines of the pieces of a sheet as a machine cuts them, mm of the page as it is printed: grown by what
/// the job says, but no further than half of what is between pieces.
std::vector<Outline> cutOutlines(const Job& job, const Imposition& imposition, const Sheet& sheet);

}  // namespace tympan
