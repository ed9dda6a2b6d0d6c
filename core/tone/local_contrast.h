#pragma once
#include <opencv2/core.hpp>

#include "core/measure/pixel_grid.h"
#include "core/tone/tone.h"

namespace tympan {

/// How far about a pixel local contrast looks, in pixels: what a region must be grown by.
int reachOf(const LocalContrast& local, const PixelGrid& grid);

/// Adds detail to greys in place (CV_16UC1, encoded): v + 2·amount·(v - base), where the base is what is left
/// of the greys `seen` (over paper, the same size) without detail smaller than the radius. The base keeps
/// edges, so that no halo shows. Method: guided filter of a picture by itself (K. He, J. Sun, X. Tang, IEEE
/// TPAMI 35, 2013), in whole numbers: regions put together are the whole.
void addLocalContrast(cv::Mat& grey, const cv::Mat& seen, const LocalContrast& local, const PixelGrid& grid);

}  // namespace tympan
