#pragma once
#include <opencv2/core.hpp>

#include "core/artwork/pixel_cache.h"
#include "core/base/progress.h"
#include "core/render/print.h"

namespace tympan {

/// The whole print for the screen, as 8-bit ink in the finished frame; the rims of lines and dots are smooth.
/// The resampled picture is kept in `cache`, so that a change of tone costs only the tone curve. Throws Error
/// (stopped, input).
cv::Mat previewInk(const Print& print, PixelCache& cache, const Progress& progress = {});

}  // namespace tympan
