#pragma once
#include <array>
#include <cstdint>
#include <opencv2/core.hpp>

#include "core/artwork/colour.h"
#include "core/tone/tone.h"

namespace tympan {

/// How much red, green and blue light count in grey, in 65536ths; they add up to 65536, so white stays white.
using GreyWeights = std::array<std::uint32_t, 3>;

/// Grey of linear-light components, at the same scale.
inline std::uint16_t mixed(const GreyWeights& w, std::uint32_t red, std::uint32_t green, std::uint32_t blue) {
    return static_cast<std::uint16_t>((w[0] * red + w[1] * green + w[2] * blue + 32768u) >> 16);
}

/// The weights of a mix for a picture (`analysis`: 8 bits, 1 to 4 channels). Automatic: of all mixes in
/// tenths, the one whose differences of grey come closest to the differences of colour, whichever way round,
/// over pairs of places near and far (C. Lu, L. Xu, J. Jia, Real-time contrast preserving decolorization,
/// 2012).
GreyWeights greyWeights(const GreyMix& mix, const cv::Mat& analysis);

/// How much of the picture's differences of colour a mix loses: the share of those pairs that differ clearly
/// in colour but hardly in grey.
double vanishing(const GreyWeights& weights, const cv::Mat& analysis);

}  // namespace tympan
