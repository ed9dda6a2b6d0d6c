#pragma once
#include <cmath>

namespace tympan {

// Shares from 0 to 1 as percent with one decimal, for people. What fits at a size fits at the one that is
// said, so each is rounded to its safe side, everywhere alike.

/// Never more than it is: how large something may be.
inline double percentDown(double share) { return std::floor(1000 * share + 1e-9) / 10; }
/// Never less than it is: how much smaller something must be.
inline double percentUp(double share) { return std::ceil(1000 * share - 1e-9) / 10; }

}  // namespace tympan
