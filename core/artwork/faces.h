#pragma once
#include <opencv2/core.hpp>
#include <vector>

#include "core/measure/parts.h"

namespace tympan {

/// How much larger each size is than the one before that faces are looked for at.
inline constexpr double usual_step = 1.12, close_step = 1.08;

/// Faces seen from the front, the largest first. `pixels`: a small copy, 8
/// bits. Method: a cascade of simple features (P. Viola and M. Jones 2001; the trained cascade ships with the
/// program). Throws Error (input) when that file is missing.
std::vector<ArtworkParts> facesIn(const cv::Mat& pixels, double step = usual_step);

}  // namespace tympan
