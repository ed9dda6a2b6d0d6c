#pragma once
#include <QImage>
#include <opencv2/core.hpp>

namespace tympan::app {

/// A copy of the core's 8-bit pixels for painting: 1 channel is grey, 3 are RGB, 4 are BGR and one unused.
QImage toImage(const cv::Mat& pixels);
/// The same of RGBA pixels (CV_8UC4) that are clear in places.
QImage toClearImage(const cv::Mat& pixels);

}  // namespace tympan::app
