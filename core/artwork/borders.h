#pragma once
#include <opencv2/core.hpp>

#include "core/measure/parts.h"

namespace tympan {

/// A stray rim: what a scanner's lid or a print's own border leaves at a picture's sides, all of one kind.
struct StrayBorder {
    enum class Kind { none, dark, light };
    Kind kind = Kind::none;
    ArtworkParts inside;  ///< the picture without it
};

/// Finds an even rim of near-black, or of near-white beside a picture that is not: rows and columns from each
/// side of which at least 97 in 100 pixels are of that kind and that end at an abrupt edge, up to a fifth of
/// the side. `pixels`: a small copy, 8 bits.
StrayBorder strayBorder(const cv::Mat& pixels);

}  // namespace tympan
