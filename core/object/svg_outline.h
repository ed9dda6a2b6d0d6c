#pragma once
#include <filesystem>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/text.h"
#include "core/measure/outline.h"

namespace tympan {

/// An object's outline as an SVG drawing holds it, in mm about the middle of its box.
struct SvgOutline {
    Outline outline;                 ///< tidy; inner loops are holes
    std::vector<Outline> keep_outs;  ///< elements with data-role="keep-out", in the same frame
    /// Elements that were left out, each with the reason: "<text> (line 12): is not an outline".
    std::vector<Text> left_out;
};

/// Reads `path`, `rect`, `circle`, `ellipse`, `polygon` and `polyline` (closed) with nested transforms, in mm
/// by the root's width and viewBox; px are 1/96 in. Nothing outside the text is ever loaded. Specks that
/// nobody could cut are dropped; of more than `most_corners`, those go that leave the line by no more than a
/// twentieth of a millimetre. Throws Error (input) for what is no SVG, holds no outline, or has more corners
/// even so. For a file that somebody chose, see outline_file.h.
SvgOutline readSvgOutline(std::string_view svg, const std::string& name);

/// Every edit and every look goes through all corners: ferns have thousands, and are quick with that.
inline constexpr std::size_t most_corners = 3000;

/// An outline as SVG in mm, its box's corner at the origin.
std::string svgOf(const Outline& outline);

}  // namespace tympan
