#pragma once
#include <string>
#include <vector>

#include "core/job/job.h"

namespace tympan {

/// One time that the picture is turned over between the screen and the eye.
struct Turn {
    enum class Why {
        method,            ///< `words` of the method: "the print is laid face down on the object"
        seen_through,      ///< the object is clear and looked at from its other side
        printer_mirrors,   ///< the driver or the shop mirrors by itself
        already_reversed,  ///< the artwork came mirrored
    };
    Why why;
    std::string words;
    bool operator==(const Turn&) const = default;
};

/// Every turn of a piece, in the order in which they happen. Odd: the program mirrors.
std::vector<Turn> turnsOf(const Job& job, const Piece& piece);

/// Those of the method alone, before it is known what lies on what.
std::vector<Turn> turnsOf(const Method& method);

Mirrored mirroredBy(const std::vector<Turn>& turns);

/// Whether the ink on the paper is the flip of the finished picture: the parity of all turns but that of a
/// picture that came mirrored, which is flipped back before it is shown.
Mirrored mirroredInPrint(const Job& job, const Piece& piece);

}  // namespace tympan
