#pragma once
#include "core/base/progress.h"
#include "core/job/job.h"

namespace tympan {

/// What becomes of a picture that is printed with a white of its own for dark cloth, in cm² of one copy.
struct ClothShare {
    double picture = 0;        ///< all of it
    double left = 0;           ///< left to the cloth, by half and more
    double detail = 0;         ///< of that: where the picture shows something, which goes with it
    double without_white = 0;  ///< printed, but too near its rim to have white under it
};

/// Looked for on a copy of at most half a million pixels. Detail is where neighbours half a millimetre apart
/// differ by more than a thirtieth of the way from black to white; the eye tells less apart side by side.
/// Throws Error (stopped, input).
ClothShare clothShareOf(const Job& job, const Piece& piece, const Progress& progress = {});

/// How far a white that lies so far beside the colour shows beyond its rim, and how far at the other side the
/// colour lies bare on the cloth, in mm.
struct WhiteBeside {
    double shows_mm = 0, bare_mm = 0;
};
WhiteBeside whiteBeside(double choke_mm, double beside_mm);

}  // namespace tympan
