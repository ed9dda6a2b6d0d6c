#pragma once
#include <opencv2/core.hpp>

#include "core/base/progress.h"
#include "core/render/print.h"
#include "core/tone/screen.h"

namespace tympan {

// The one renderer. Stages, in order, all in the finished frame: resampling (of the artwork's own rows, in
// linear light when shrinking; bent for a tapered tin), local contrast or a local limit, the tone curve
// (found once per piece), paper (alpha laid over no ink), mending of lines, the rim of the ink, big black
// areas broken up, the screen, and last the turn over. What looks at a neighbourhood is computed on the box
// grown by its reach; scattered dots once for the whole print. Law: regions put together are the whole, bit
// for bit.

/// The ink of a box of the print, in the print frame: 8-bit grey (CV_8UC1) or RGB (CV_8UC3), 255 being bare
/// paper. `box` lies inside the raster. Throws Error (stopped; input for a damaged vector picture).
cv::Mat renderRegion(const Print& print, const RectPx& box, const Progress& progress = {});

/// The same for the whole raster.
cv::Mat renderWhole(const Print& print, const Progress& progress = {});

/// The two halves of renderRegion, for a caller that keeps the first (the expensive one) while only tone
/// changes. `resampled`: 16 bits, encoded, alpha (if any) premultiplied, finished frame; `box` in the
/// finished frame.
cv::Mat resampledRegion(const Print& print, const RectPx& box, const Progress& progress = {});
/// All that follows, but scattered dots: 8-bit ink, still in the finished frame. `box` is what `resampled`
/// shows; within the reach of what looks around, its rim is not the whole's.
cv::Mat inked(const Print& print, const cv::Mat& resampled, const RectPx& box, Rims rims = Rims::solid);

}  // namespace tympan
