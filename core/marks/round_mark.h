#pragma once
#include "core/marks/marks.h"

namespace tympan {

/// A mark that a photograph is squared by: a ring with a spot in its middle. Radii, mm.
struct RoundMark {
    double ring_mm = 4.5, hole_mm = 3.0, spot_mm = 1.5;
};
inline constexpr RoundMark round_mark;

inline Marks roundMark(const PointMm& middle) {
    return {disc(middle, round_mark.ring_mm), disc(middle, round_mark.hole_mm, 1),
            disc(middle, round_mark.spot_mm)};
}

}  // namespace tympan
