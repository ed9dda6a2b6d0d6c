#pragma once
#include <array>
#include <opencv2/core.hpp>

#include "core/tone/grey_mix.h"

namespace tympan {

/// How often each encoded grey occurs; the shares add up to 1 (or are all 0 when nothing is there). Taken
/// once per piece from its analysis raster, so it depends on neither region nor resolution.
using GreyHistogram = std::array<double, 256>;

/// What is see-through counts for nothing, or as the paper that is seen there.
enum class SeeThrough { nothing, paper };

/// `analysis`: 8-bit sRGB-encoded pixels of 1 to 4 channels, as Artwork::reduced.
GreyHistogram greyHistogram(const cv::Mat& analysis, const GreyWeights& weights = luminance_weights,
                            SeeThrough see_through = SeeThrough::nothing);

/// The grey (0 to 1) below which this share of the picture lies.
double quantile(const GreyHistogram& histogram, double share);

/// What the picture itself uses as black and white, and how far its greys are spread (standard deviation, 0
/// to 0.5, after black and white are pulled apart).
struct Levels {
    double black = 0, white = 1, spread = 0.29;
};

/// Black and white at the outer half per cent. A flat dark area is not pulled down to full black: big solid
/// blacks transfer worst. A picture that is mostly bare paper (half of it or more within
/// a narrow band of light greys) takes the paper, with its own unevenness, for its white, so that no veil of
/// grey is printed around the drawing.
Levels automaticLevels(const GreyHistogram& histogram);

/// Half of it or more is bare paper of one kind: a drawing, lettering.
bool mostlyPaper(const GreyHistogram& histogram);

}  // namespace tympan
