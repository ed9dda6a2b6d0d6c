#pragma once
#include <compare>

namespace tympan {

/// What the printer is asked to lay down.
enum class Ink { grey, colour };

/// How strongly grey is spread. `automatic` looks at the picture, `none` leaves its luminance as it is,
/// `strength` goes from 0 (as none) to 100.
struct Contrast {
    enum class Kind { automatic, none, strength };
    Kind kind = Kind::automatic;
    int strength = 50;
    auto operator<=>(const Contrast&) const = default;
};

/// The maker's wishes for a piece. `as_method_says` follows the method's advice, also when the method
/// changes.
struct Tone {
    enum class InkChoice { as_method_says, grey, colour };
    InkChoice ink = InkChoice::as_method_says;
    Contrast contrast;
    auto operator<=>(const Tone&) const = default;
};

}  // namespace tympan
