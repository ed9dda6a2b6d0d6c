#pragma once
#include <span>
#include <string>
#include <vector>

#include "core/base/progress.h"

namespace tympan {

// What is done with a drawing (SVG, or a page of a PDF) in the process that may be ended at any moment: the
// tasks of the helper, see base/helper.h. Nobody else opens one.

/// Arguments: format, page. Words: width and height at its natural size (96 or 72 ppi) and its pages, then
/// the pictures that it only names, a line each. Throws Error (input).
std::string describeDrawing(const std::vector<std::string>& arguments, std::span<const unsigned char> drawing,
                            int result, const Progress& progress);

/// Arguments: format, page, the scale to its natural size. Words: width and height of its pixels. Throws
/// Error (input).
std::string measureDrawing(const std::vector<std::string>& arguments, std::span<const unsigned char> drawing,
                           int result, const Progress& progress);

/// The library draws squares of this side, whatever is asked of it.
inline constexpr int drawn_square_px = 2000;

/// Arguments: format, page, the scale. Result: all squares row by row, 8 bits, each packed by itself. Words:
/// width, height and OpenCV type of the whole, then the length of each packed square. Throws Error (input).
std::string drawTiles(const std::vector<std::string>& arguments, std::span<const unsigned char> drawing,
                      int result, const Progress& progress);

/// Arguments: format, page, the scale to its natural size, and a box of the scaled drawing (x, y, width,
/// height; width 0: all of it). Result: its pixels, 8 bits. Words: width, height and OpenCV type of the
/// result. Throws Error (input).
std::string drawDrawing(const std::vector<std::string>& arguments, std::span<const unsigned char> drawing,
                        int result, const Progress& progress);

}  // namespace tympan
