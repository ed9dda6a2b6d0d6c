#pragma once
#include <functional>
#include <opencv2/core.hpp>

#include "core/base/progress.h"
#include "core/render/print.h"

namespace tympan {

/// The pixels of a box of a bent print (finished frame), 16 bits: for each, the place in the picture that
/// lies there on the tin is found exactly (no lines between sample points), and the upright picture is read
/// there with Catmull-Rom's cubic (Keys 1981, a = -0.5). `upright` gives boxes of the upright picture at the
/// print's resolution; beyond its edge the edge is continued. Depends on a pixel's absolute place alone.
cv::Mat bentRegion(const Print& print, const RectPx& box,
                   const std::function<cv::Mat(const RectPx&)>& upright);

}  // namespace tympan
