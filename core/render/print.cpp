#include "core/render/print.h"

#include <cmath>

#include <fmt/format.h>

#include "core/base/error.h"

namespace tympan {

Print printOf(const Piece& piece, double ppi) {
    Print print;
    print.artwork = piece.artwork;
    print.box = centredCrop(*piece.artwork, piece.size);
    print.grid = {ppi};
    print.size = print.grid.printPixels(piece.size);
    print.mirrored = mirroredBy(piece.method);
    print.ink = inkOf(piece);
    print.contrast = piece.tone.contrast;
    print.asked = piece.size;
    if (1.0 * print.size.width * print.size.height > most_pixels)
        throw Error(
            Error::Kind::input, piece.name,
            fmt::format("{} x {} pixels are more than can be printed", print.size.width, print.size.height),
            "make the picture smaller, or ask for fewer pixels an inch");
    return print;
}

double previewPpi(const Piece& piece, double ppi, double most) {
    const double square_inches = piece.size.width * piece.size.height / (mm_per_inch * mm_per_inch);
    return std::min(ppi, std::sqrt(most / square_inches));
}

double effectivePpi(const Piece& piece) {
    const SourceBox box = centredCrop(*piece.artwork, piece.size);
    const double across = piece.artwork->size.width * (box.right - box.left) / piece.size.width;
    const double down = piece.artwork->size.height * (box.bottom - box.top) / piece.size.height;
    return std::min(across, down) * mm_per_inch;
}

}  // namespace tympan
