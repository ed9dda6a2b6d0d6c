#pragma once
#include <optional>
#include <string>
#include <vector>

#include "core/artwork/artwork.h"

namespace tympan {

/// A line of words as a picture: drawn as outlines of a typeface that ships with the program.
struct Lettering {
    std::string words;   ///< UTF-8, one line
    std::string face;    ///< one of letteringFaces()
    double cap_mm = 20;  ///< how tall its capitals are
    bool operator==(const Lettering&) const = default;
};

inline constexpr double least_cap_mm = 1, most_cap_mm = 500;
inline constexpr std::size_t most_letters = 200;

/// "Cabin", "Cabin SemiBold", "B612".
const std::vector<std::string>& letteringFaces();

/// An SVG drawing of the words in black on nothing, as large as they are, with what it was made from written
/// in it. Throws Error (input) for words without a letter, or that the typeface cannot show.
ArtworkPtr letteringPicture(const Lettering& lettering);

/// What a picture was made from, when it is such a drawing.
std::optional<Lettering> letteringOf(const Artwork& artwork);

}  // namespace tympan
