#pragma once
#include <opencv2/core.hpp>
#include <vector>

#include "core/tone/curve.h"

namespace tympan {

// What `Contrast::Kind::automatic` makes of a picture: greys that a transfer keeps. Makers found that many
// greys hold, and that large areas of solid black stay on the paper. So: as much local detail as can be had,
// most of the picture between bare and what the method holds as solid, dark pictures lifted; drawings and
// lettering, which are mostly bare paper, keep crisp blacks.
//
// Method: of a family of monotone curves, the one that gives most local detail under limits on how much of
// the picture is solid, is bare, and on the mean. Each curve is histogram equalisation with bounded slopes
// (as in S. Pizer et al., Adaptive histogram equalization and its variations, 1987), weighed by where the
// picture's local detail is, between a darkest grey and bare paper, bent by a power. Where the curve alone
// leaves less local detail than the picture had, local contrast (local_contrast.h) makes up for it.

/// A small copy of what is printed: greys as seen on paper (CV_16UC1, encoded), and how fine it is.
struct ToneSample {
    cv::Mat greys;
    double px_mm = 1;  ///< pixels to a millimetre of the print
};

struct AutomaticTone {
    ToneCurve curve;
    LocalContrast local;
    bool night = false;  ///< dark from edge to edge: no curve makes it what a transfer holds well
};

/// For the cache.
inline std::size_t bytesOf(const AutomaticTone&) { return sizeof(Table16); }

/// For one picture, or for those of a matched set together. `solid_ink`: k from which ink counts as solid for
/// the method, 0 to 1. About 20 ms a sample of 320 px.
AutomaticTone automaticTone(const std::vector<ToneSample>& samples, double solid_ink);

/// How a picture stands with a transfer: what the limits are about.
struct ToneFacts {
    double solid = 0;   ///< share with k above `solid_ink`
    double ink = 0;     ///< mean k
    double detail = 0;  ///< mean difference from the mean within 2 mm, 0 to 1
};
ToneFacts toneFacts(const ToneSample& sample, double solid_ink);

/// The largest sample worth taking, in pixels of its long side.
inline constexpr int tone_sample_px = 320;

}  // namespace tympan
