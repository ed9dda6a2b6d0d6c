#pragma once
#include <span>
#include <string>
#include <vector>

#include "core/base/progress.h"

namespace tympan {

/// Curves drawn again may be described in so many bytes: readers of SVG take no attribute over 10 MB.
inline constexpr std::size_t most_path_bytes = 9'500'000;

/// A task of the helper (base/helper.h), since the tracer can neither be stopped nor told how much memory it
/// may take. Arguments: width and height of the mask, how many of its pixels make one of the picture, the
/// largest speck that is left out (pixels of the mask), how round corners are (0 to 4/3). Input: the mask, a
/// byte a pixel, not 0 where there is ink. Result: path data of all outlines in pixels of the picture, y
/// down; where they are too many, more than `most_path_bytes` of them. Method: P. Selinger's tracer (Potrace,
/// 2003).
std::string traceMask(const std::vector<std::string>& arguments, std::span<const unsigned char> mask,
                      int result, const Progress& progress);

}  // namespace tympan
