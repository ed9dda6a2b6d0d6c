#pragma once
#include <opencv2/core.hpp>
#include <string>

#include "core/measure/geometry.h"

namespace tympan {

/// Ink as a page of a PDF stores it. Grey ink that is nothing but black and bare paper takes one bit a pixel.
struct PackedInk {
    enum class Samples { bits, greys, colours };  ///< 1, 8 and 3 x 8 bits; a bit that is set is bare paper
    /// `deflate_up`: of what is left of each row when the row above it is taken away (PNG's filter "Up"),
    /// which halves a photograph. `fax`: ITU-T T.6 ("group 4").
    enum class Packing { none, deflate, deflate_up, fax };

    SizePx size;
    Samples samples = Samples::greys;
    Packing packing = Packing::none;
    std::string bytes;
};

/// 8-bit ink, grey or RGB, packed: what is nearly all of the time of writing sheets, so it is done for
/// several pictures at once on as many threads. One-bit ink is packed in each way that serves, and the
/// smallest stays; it never takes more than a bit a pixel. Colour stays colour though it may be grey all
/// over, so that neighbouring sheets are printed with the same inks.
PackedInk packed(const cv::Mat& ink);

}  // namespace tympan
