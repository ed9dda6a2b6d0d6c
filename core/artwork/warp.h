#pragma once
#include <opencv2/core.hpp>

#include "core/base/progress.h"
#include "core/measure/geometry.h"

namespace tympan {

/// The picture that `map` (from the result's pixels to the source's, edges at whole numbers) shows, read with
/// Catmull-Rom's cubic; colours are weighed by their alpha. 8 or 16 bits, 1 to 4 channels. Throws Error
/// (stopped).
cv::Mat warped(const cv::Mat& source, const cv::Matx33d& map, const SizePx& size,
               const Progress& progress = {});

/// Turned by quarter turns clockwise.
cv::Mat quarterTurned(const cv::Mat& source, int quarters);

}  // namespace tympan
