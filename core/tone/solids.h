#pragma once
#include <opencv2/core.hpp>

#include "core/measure/pixel_grid.h"
#include "core/method/method.h"
#include "core/tone/screen.h"

namespace tympan {

/// Where ink is solid: 255 wherever a disc of the limit's width fits, and on what of it touches that disc.
/// `ink`: CV_8UC1, 255 bare. Beyond its edge there is no ink. Method: opening by a disc through
/// two distance transforms (G. Borgefors, Distance transformations in digital images, 1986: two per cent from
/// exact).
cv::Mat solidMask(const cv::Mat& ink, const PixelGrid& grid, const SolidLimits& limits);

/// How far about a pixel breaking up looks, in pixels.
int reachOf(const Solids& solids, const SolidLimits& limits, const PixelGrid& grid);

/// Breaks up big black areas in place: inside, at least 0.8 mm from their edges (which stay crisp), ink is
/// lightened to `solids.ink` hundredths, or so much of it stays as hatching or between dots of bare paper.
/// `box`: where `ink` lies in the print's raster, finished frame.
void breakUp(cv::Mat& ink, const Solids& solids, const SolidLimits& limits, const PixelGrid& grid,
             const RectPx& box, Rims rims);

}  // namespace tympan
