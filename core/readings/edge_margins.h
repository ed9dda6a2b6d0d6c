#pragma once
#include <opencv2/core.hpp>
#include <optional>

#include "core/measure/affine.h"
#include "core/printer/printer.h"
#include "core/readings/calibration_layout.h"

namespace tympan {

/// What was left bare along each side of a calibration sheet, mm, by where its bars begin to be seen. A bar
/// that begins where it was laid was not cut off by the printer: then no more than that is known, and the
/// margin is said as wide. `to_photo`: from the paper to the photograph (CV_8UC1); `laid`: from the page that
/// was sent to the paper.
/// Nothing where no bar is seen at all.
std::optional<PageMargins> marginsSeen(const cv::Mat& grey, const cv::Matx33d& to_photo,
                                       const CalibrationLayout& layout, const Affine& laid, double px_per_mm);

}  // namespace tympan
