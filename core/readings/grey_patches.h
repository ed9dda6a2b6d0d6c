#pragma once
#include <opencv2/core.hpp>

#include "core/measure/affine.h"
#include "core/printer/device_curve.h"
#include "core/readings/calibration_layout.h"

namespace tympan {

/// How dark the greys of a calibration sheet came out: the light of each (means of linear luminance: what the
/// eye adds up of a printer's dots) in parts of that of the bare paper beside it, encoded; the mean of its
/// two places, and never paler than a paler one. Empty where nothing is printed there (an older sheet), or
/// where the two places of one differ by so much that the light tells nothing. `photo`: CV_8UC3 RGB, sRGB;
/// `to_photo`: from the paper to it; `laid`: from the page that was sent to the paper.
DeviceCurve greysSeen(const cv::Mat& photo, const cv::Matx33d& to_photo, const CalibrationLayout& layout,
                      const Affine& laid, double px_per_mm);

}  // namespace tympan
