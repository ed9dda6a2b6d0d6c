#pragma once
#include <opencv2/core.hpp>

#include "core/base/progress.h"
#include "core/render/print.h"

namespace tympan {

/// The whole print for the screen, as 8-bit ink in the finished frame; the rims of lines and dots are smooth.
/// The resampled picture is kept, so that a change of tone costs only the tone curve. Throws Error
/// (stopped, input).
cv::Mat previewInk(const Print& print, const Progress& progress = {});

}  // namespace tympan
