#pragma once
#include <array>
#include <compare>
#include <optional>
#include <string>
#include <string_view>

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

/// How much red, green and blue light counts in grey.
struct GreyMix {
    enum class Kind {
        as_seen,    ///< as bright as the eye sees them (luminance)
        automatic,  ///< so that colours that differ become greys that differ
        by_hand,
    };
    Kind kind = Kind::as_seen;
    std::array<int, 3> parts{21, 72, 7};  ///< by hand: of red, green, blue; only their proportions count
    auto operator<=>(const GreyMix&) const = default;
};

/// Detail against what is about it.
struct LocalContrast {
    int amount = 0;        ///< 0 to 100
    double radius_mm = 3;  ///< of what counts as about it, on the print
    auto operator<=>(const LocalContrast&) const = default;
};

/// Eleven greys from black to white, a tenth apart, each printed lighter (up to 100: bare paper) or darker
/// (down to -100: solid) than it would be.
struct Shades {
    std::array<int, 11> lift{};
    bool untouched() const { return *this == Shades{}; }
    auto operator<=>(const Shades&) const = default;
};

/// Black and white alone, for drawings: what is darker than the limit is solid, all else is bare.
struct LineArt {
    enum class Kind {
        off,
        automatic,  ///< the limit that parts the picture's darks and lights best
        limit,
        local,  ///< a limit of its own for each place, from the greys about it
    };
    Kind kind = Kind::off;
    int limit = 128;       ///< an encoded grey, 0 to 255
    double around_mm = 5;  ///< of a local limit: the side of the square that is looked at, on the print
    double specks_mm = 0;  ///< black or white specks up to this size are dropped
    double gaps_mm = 0;    ///< breaks in a line up to this width are closed
    auto operator<=>(const LineArt&) const = default;
};

/// Greys as solid shapes that grow with the darkness: for media that hold solid ink or none.
struct Screen {
    enum class Kind {
        none,
        line,
        round,
        ellipse,  ///< round dots that join one way first, so that no shade jumps where they meet
        cross,    ///< lines both ways at once
        hatch,    ///< lines one way in the lights, the other way too in the darks
        grain,    ///< no pattern: specks spread evenly (blue noise)
        scatter,  ///< single dots of the printer, each making up for its neighbours (error diffusion)
    };
    Kind kind = Kind::none;
    double per_cm = 10;     ///< lines or dots to the centimetre; of a grain, specks
    double angle_deg = 45;  ///< of the lines, clockwise from level as seen
    auto operator<=>(const Screen&) const = default;
};

/// What becomes of big black areas, which transfer worst.
struct Solids {
    enum class Kind {
        as_they_are,
        lightened,
        hatched,
        dotted,
    };
    Kind kind = Kind::as_they_are;
    int ink = 65;  ///< what is left of the black inside, in hundredths
    auto operator<=>(const Solids&) const = default;
};

/// How vivid colours are, both -100 to 100.
struct Vividness {
    int pale = 0;  ///< of colours that are pale: vivid ones are left (the trade says vibrance)
    int all = 0;   ///< of all colours alike (saturation)
    bool untouched() const { return *this == Vividness{}; }
    auto operator<=>(const Vividness&) const = default;
};

/// Of a picture that goes onto dark cloth over a white of its own: what of it is left to the cloth, and the
/// white under the rest. How much brighter than the cloth colours are is told in hundredths: see
/// dark_cloth.h.
struct DarkCloth {
    int limit = 8;    ///< no brighter than the cloth by more than this: left to it
    int soft = 12;    ///< over so much more they come in
    int white = 100;  ///< how much of the white is laid, in hundredths
    /// How far the white stops inside the rim of the colour, so that none of it is seen when it lies a little
    /// beside it; none: as much as is proposed for the printer (job/two_passes.h).
    std::optional<double> choke_mm = {};
    auto operator<=>(const DarkCloth&) const = default;
};

/// "none", "line", "round" …, in the order of the kinds.
const std::array<std::string_view, 8>& screenNames();
inline std::string_view name(Screen::Kind kind) { return screenNames().at(static_cast<std::size_t>(kind)); }

/// The maker's wishes for a piece. `as_method_says` follows the method's advice, also when the method
/// changes. `vividness` is for colour, all the rest for grey.
struct Tone {
    enum class InkChoice { as_method_says, grey, colour };
    InkChoice ink = InkChoice::as_method_says;
    GreyMix mix{};
    Contrast contrast{};
    LocalContrast local{};
    Shades shades{};
    bool inverted = false;  ///< darks for lights, where the ground is dark and the ink is pale
    int steps = 0;          ///< so many even greys, black and white among them; 0: all
    LineArt line_art{};
    Solids solids{};
    Screen screen{};
    /// Printed so that, after what the transfer loses, the greys on the object are those that were asked for.
    bool compensated = false;
    Vividness vividness{};
    DarkCloth dark_cloth{};
    auto operator<=>(const Tone&) const = default;
};

inline constexpr double least_screen_per_cm = 2, most_screen_per_cm = 60;
inline constexpr int most_steps = 16;
inline constexpr double most_local_mm = 50, most_repair_mm = 2;

}  // namespace tympan
