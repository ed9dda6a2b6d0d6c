#pragma once
#include "core/tone/tone.h"

namespace tympan {

/// The grey (0 black to 1 white) that is printed for a grey: a smooth curve through the eleven shades, each
/// moved towards white or black by its part of the way. It never falls: a shade that was slid past the next
/// lighter one takes that one along. Method: monotone cubic interpolation, F. N. Fritsch and R. E. Carlson,
/// SIAM J. Numer. Anal. 17 (1980).
class ShadeCurve {
  public:
    explicit ShadeCurve(const Shades& shades);

    double operator()(double grey) const;
    /// Where a shade comes to lie, 0 to 10.
    double at(std::size_t shade) const { return value_.at(shade); }

  private:
    std::array<double, 11> value_, slope_;
};

}  // namespace tympan
