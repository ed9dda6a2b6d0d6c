#pragma once
#include "core/job/job.h"

namespace tympan {

/// What a picture lies on, and whether it can be seen there.
enum class UnderPicture {
    as_it_is,
    painted,   ///< dark: painted pale first, which is in the plan
    too_dark,  ///< dark, and not painted: left out of the plan, or nothing that one paints
};

/// The one rule for dark ground: findings, preparations and the finished face ask it. What counts is the
/// method (a sheet with a white of its own needs no pale ground, paper that is glued down lets a dark one
/// through), the colour under most of the ink, painted patches and all, how much of the picture is white, and
/// whether the material is one that is painted.
UnderPicture underPicture(const Job& job, const Piece& piece);

/// Whether a colour is too dark for a piece's method and picture.
bool isTooDark(const Piece& piece, const Rgb8& colour);
/// How much of a piece's ink lies on what is too dark for it, 0 to 1.
double darkShare(const Job& job, const Piece& piece);

/// The colour of the paint.
inline constexpr Rgb8 pale_paint{244, 241, 232};

}  // namespace tympan
