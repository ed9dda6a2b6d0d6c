#pragma once
#include <opencv2/core.hpp>

#include "core/job/job.h"
#include "core/measure/affine.h"
#include "core/measure/outline.h"
#include "core/measure/pixel_grid.h"

namespace tympan {

/// Where a print has ink and how its rim looks: mm from the print's top left corner, finished frame.
struct InkEdge {
    Outline area;
    Rim rim = Rim::sharp;
    double rim_mm = 0;
    int seed = 1;
    /// From where a place lies here to where it lies in the print, both in mm: what the noise of torn and
    /// worn rims depends on.
    Affine to_noise = {};
};

/// How much of the ink stays in each pixel of a box of the print's raster, 0 to 255 (CV_8UC1). Depends on
/// nothing but a pixel's absolute place, so that boxes put together are the whole, bit for bit. A sharp rim
/// is smoothed over one pixel; feathered fades over its depth; torn and worn are hash noise of the place in
/// mm and the seed, so that they look the same at every resolution.
cv::Mat edgeCoverage(const InkEdge& edge, const PixelGrid& grid, const RectPx& box);

}  // namespace tympan
