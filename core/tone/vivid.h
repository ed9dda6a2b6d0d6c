#pragma once
#include <cstdint>
#include <opencv2/core.hpp>

#include "core/tone/tone.h"

namespace tympan {

// Vividness moves each channel c of an encoded colour away from its grey g (or towards it):
//     c' = g + (c - g) (1 + all + pale (1 - s)),   g = 0.2126 R + 0.7152 G + 0.0722 B,   s = max - min
// with all values from 0 to 1; `pale` counts for less the more vivid the colour is already. What leaves 0 to
// 1 is clipped: detail between such colours is lost.

/// Changes one encoded colour of 16 bits a channel. Returns whether it was clipped.
bool makeVivid(std::uint16_t* rgb, const Vividness& vividness);

/// The share of a picture (8-bit encoded, 1 to 4 channels, as Artwork::reduced) that is clipped, of what is
/// opaque.
double clippedShare(const cv::Mat& picture, const Vividness& vividness);

/// The most that `all` can be raised to, with `pale` as it is, before more than this share is clipped.
int mostVivid(const cv::Mat& picture, int pale, double clipped = 0.005);

}  // namespace tympan
