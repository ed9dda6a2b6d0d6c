#pragma once
#include "core/seams/seam_plan.h"

namespace tympan {

/// Two pieces of paper that are joined along one line from end to end: sheets, or what was joined of sheets
/// before.
struct JoiningStep {
    std::vector<std::size_t> before, after;  ///< tiles on the line's left or upper side, and on the other
    std::vector<std::size_t> seams;          ///< that are closed: those of which both sides are sheets
    bool down = false;                       ///< the line runs down
    double length_px = 0;
    RectPx box;  ///< round both, as they then are
};

/// An order in which one person can put the sheets of a print together: every line is one cut through two
/// layers of paper; single sheets are paired first, so that little paper is moved; the lines from edge to
/// edge, which are the longest, come last. One step fewer than there are tiles, where none is bare; what is
/// joined with bare ones alone is no step.
std::vector<JoiningStep> joiningOrder(const SeamPlan& plan);

}  // namespace tympan
