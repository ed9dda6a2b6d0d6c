#pragma once
#include <string_view>
#include <vector>

#include "core/measure/affine.h"
#include "core/measure/outline.h"

namespace tympan {

/// The subpaths of SVG path data (SVG 1.1, 8.3: all commands, absolute and relative), transformed and
/// flattened so that chords leave curves by at most `flattening_mm`; each subpath is closed. Throws Error
/// (input) naming the place in the data where it stops making sense.
std::vector<Ring> ringsOfPath(std::string_view data, const Affine& to_mm);

/// Whitespace- or comma-separated numbers; throws Error (input) at anything else.
std::vector<double> numbersIn(std::string_view text);

}  // namespace tympan
