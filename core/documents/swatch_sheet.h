#pragma once
#include <filesystem>
#include <opencv2/core.hpp>

#include "core/base/language.h"
#include "core/marks/marks.h"
#include "core/printer/paper.h"
#include "core/printer/printer.h"

namespace tympan {

/// A field of a swatch sheet: what its driver is asked for.
struct Swatch {
    std::string name;  ///< "red 3"
    RectMm at;
    Rgb8 colour;
    bool grey = false;  ///< sent as grey alone, which printers with a black of its own lay in black
};

/// A sheet to try a printer on a paper or a napkin with, in its upper part so that a small one takes it all:
/// black asked for in two ways, greys both ways, reds, solids, and lines from a tenth of a millimetre up.
struct SwatchSheet {
    std::vector<Swatch> swatches;
    Marks marks;  ///< the lines and what is written
};
SwatchSheet swatchSheet(const Language& say, const Printer& printer, const SizeMm& page);

/// Throws Error (output; input for a paper too narrow for it).
void writeSwatches(const Language& say, const std::filesystem::path& file, const Printer& printer,
                   const Paper& paper, long long created);

}  // namespace tympan
