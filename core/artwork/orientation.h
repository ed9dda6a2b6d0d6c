#pragma once
#include "core/artwork/pixels.h"

namespace tympan {

/// Turns pixels upright by an EXIF orientation (1 to 8, EXIF 2.3 section 4.6.4); any other value means 1.
cv::Mat upright(cv::Mat pixels, int orientation);

}  // namespace tympan
