#pragma once
#include <filesystem>
#include <string>
#include <string_view>
#include <vector>

#include "core/measure/outline.h"

namespace tympan {

/// An object's outline as an SVG drawing holds it, in mm about the middle of its box.
struct SvgOutline {
    Outline outline;                 ///< tidy; inner loops are holes
    std::vector<Outline> keep_outs;  ///< elements with data-role="keep-out", in the same frame
    /// Elements that were left out, each with the reason: "<text> (line 12): is not an outline".
    std::vector<std::string> left_out;
};

/// Reads `path`, `rect`, `circle`, `ellipse`, `polygon` and `polyline` (closed) with nested transforms, in mm
/// by the root's width and viewBox; px are 1/96 in. Nothing outside the text is ever loaded. Throws Error
/// (input) for what is no SVG or holds no outline.
SvgOutline readSvgOutline(std::string_view svg, const std::string& name);
SvgOutline readSvgOutline(const std::filesystem::path& file);

/// An outline as SVG in mm, its box's corner at the origin.
std::string svgOf(const Outline& outline);

}  // namespace tympan
