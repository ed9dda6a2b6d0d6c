#pragma once
#include <array>
#include <optional>
#include <span>
#include <vector>

namespace tympan {

/// What a TIFF file's first page says of its samples (TIFF 6.0; the numbers are that standard's). The image
/// library reads some kinds of them as though they were another.
struct TiffFacts {
    int photometric = 1;           ///< 0, 1 grey; 2 RGB; 5 separated; 6 Y/Cb/Cr; 8 L*a*b*
    int compression = 1;           ///< 6, 7: JPEG, which brings its own colours
    int samples = 1;               ///< to a pixel
    std::vector<int> extra;        ///< what samples beyond the colours are: 0 not said, 1, 2 alpha
    std::array<int, 2> sub{2, 2};  ///< of Y/Cb/Cr: pixels that share a colour, across and down
};

/// Nothing for what is no TIFF, or is damaged where this stands. Never reads outside of the bytes.
std::optional<TiffFacts> tiffFactsOf(std::span<const unsigned char> bytes);

/// How many samples are colours.
int coloursOf(const TiffFacts& facts);

}  // namespace tympan
