#pragma once
#include <string_view>

namespace tympan {

/// True when an SVG's root states its width in CSS pixels, in per cent, or not at all, instead of in mm, cm,
/// in, pt or pc (SVG 1.1, 7.2). Text that is no SVG counts as stating no width.
bool statesPixels(std::string_view svg);

}  // namespace tympan
