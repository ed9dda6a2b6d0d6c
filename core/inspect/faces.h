#pragma once
#include <opencv2/core.hpp>
#include <vector>

#include "core/measure/parts.h"

namespace tympan {

/// Faces seen from the front, the largest first. `pixels`: a small copy, 8
/// bits. Method: a cascade of simple features (P. Viola and M. Jones 2001; the trained cascade ships with the
/// program). Throws Error (input) when that file is missing.
std::vector<ArtworkParts> facesIn(const cv::Mat& pixels);

}  // namespace tympan
