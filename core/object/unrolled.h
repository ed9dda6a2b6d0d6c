#pragma once
#include <array>

#include "core/measure/outline.h"

namespace tympan {

/// The side of a tapered tin, bucket or lampshade (the frustum of a circular cone), cut along its back and
/// laid flat: a ring sector, exact, because a cone is developable. Girths are measured round the top and
/// bottom rims, the height upright (not along the slope). The seam is opposite the middle. Equal girths make
/// a plain rectangle.
///
/// A place on the tin is `around` (the part of one whole round of the tin, -0.5 to 0.5, 0 at the middle,
/// positive to the right as one faces it) and `down` (mm along the slope from the middle of the slope). Flat
/// coordinates are mm about the middle of the flat outline's box.
///
/// Method: the slant height s = hypot(height, r1 - r2) and apex distance R = r s / |r1 - r2| of any textbook
/// on descriptive geometry.
class Unrolled {
  public:
    Unrolled(double top_girth_mm, double bottom_girth_mm, double height_mm);

    double slope_mm() const { return slope_; }  ///< along the side, from rim to rim
    /// Round the tin at a place of the slope.
    double girthAt(double down_mm) const;

    /// Where a place on the tin lies on the flat sheet.
    PointMm flat(double around, double down_mm) const;
    /// The inverse: x is `around`, y is `down`. Of points outside the sheet too, as far as
    /// the plane of the sector goes.
    PointMm onTin(const PointMm& flat) const;

    Outline outline() const;

    /// All that it was made from.
    friend std::array<double, 3> identityOf(const Unrolled& side) {
        return {side.top_, side.bottom_, side.slope_};
    }

  private:
    PointMm fromApex(double around, double down_mm) const;

    double top_, bottom_, slope_;
    bool straight_;       ///< a cylinder
    double apex_ = 0;     ///< from the apex to the middle of the slope
    double sector_ = 0;   ///< the opening angle, radians
    double towards_ = 1;  ///< +1: the apex is above (narrow top), -1: below
    PointMm box_middle_;  ///< of the outline, apex coordinates
};

}  // namespace tympan
