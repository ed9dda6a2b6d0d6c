#pragma once
#include <vector>

#include "core/nest/problem.h"

namespace tympan {

/// A circle inside a shape.
struct Pole {
    PointMm at;
    double radius = 0;
};

/// What the search knows of a piece: its outline grown by half the gap, with few corners, about its own
/// middle, and circles that fill it. Two pieces have their gap when these outlines do not overlap.
struct NestShape {
    Outline outline;          ///< tidy, about the middle of its box
    PointMm middle;           ///< of the piece's own outline, where that is
    std::vector<Pole> poles;  ///< the largest first
    double area = 0;
    double reach = 0;        ///< from the middle to the farthest corner
    double size = 0;         ///< the root of the area of its convex hull
    double most_turn = 180;  ///< degrees either way, where turning is free
};

/// How far outlines are grown: by half the gap and so much more that the chords of their round corners, which
/// lie up to 0.005 mm inside, still keep it to less than a hundredth. Not at all without a gap: shrinking a
/// needle by a hair takes far more than that off its tip.
inline double nestGrowth(double gap_mm) { return gap_mm > 0 ? gap_mm / 2 + 0.002 : 0; }

NestShape shapeOf(const Outline& outline, double gap_mm);

}  // namespace tympan
