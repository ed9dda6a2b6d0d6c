#include "core/job/print_geometry.h"

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/job/landing.h"
#include "core/job/turns.h"

namespace tympan {

PrintGeometry geometryOf(const Job& job, const Piece& piece, double ppi) {
    PrintGeometry print{{ppi}, printSizeOf(job, piece), {}, mirroredInPrint(job, piece)};
    print.size = print.grid.printPixels(print.asked);
    if (1.0 * print.size.width * print.size.height > most_pixels)
        throw Error(Error::Kind::input, piece.name,
                    Text("{width} x {height} pixels are more than can be printed",
                         {{"width", print.size.width}, {"height", print.size.height}}),
                    Text("make the picture smaller, or ask for fewer pixels an inch"));
    return print;
}

}  // namespace tympan
