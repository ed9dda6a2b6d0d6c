#pragma once
#include "core/job/job.h"

namespace tympan {

// Pictures that are printed twice on one sheet: in colour, and in white over it.

/// Whether a piece brings a white of its own that is printed.
inline bool hasWhite(const Piece& piece) { return piece.method->passes > 1; }

/// How often its sheets go through the printer. One that lays white and colour in one go needs no second.
int passesOf(const Job& job, const Piece& piece);

/// How far the second pass may come to lie beside the first at the print's far end, in mm.
struct PassesApart {
    double feed_mm = 0;    ///< because no sheet is fed twice alike: a guess
    double shrink_mm = 0;  ///< because of what is not known of the sheet's shrinking: of a ruler's half
                           ///< millimetre over 250 where it was measured, else a guess
    bool measured = false;
    double all() const { return feed_mm + shrink_mm; }
};
PassesApart passesApart(const Job& job, const Piece& piece);

/// How far the white should stop inside the rim of the colour: as far as the passes may lie apart, and no
/// more than most_proposed_choke_mm, beyond which fine parts would lose their white.
double proposedChoke(const Job& job, const Piece& piece);
inline constexpr double most_proposed_choke_mm = 1;
/// The maker's, or what is proposed. None of a piece that is printed in one go.
double chokeOf(const Job& job, const Piece& piece);

}  // namespace tympan
