#pragma once
#include <opencv2/core.hpp>

#include "core/base/progress.h"
#include "core/job/job.h"

namespace tympan {

/// What is held beside a piece while its paper comes off: the picture as people will see it, the right way
/// round.
struct Reference {
    cv::Mat face;   ///< CV_8UC3 RGB, finished frame
    cv::Mat white;  ///< CV_8UC1, the same raster: 255 where the picture itself is pale, so that white is
                    ///< right there
};

/// At no more than `most_px` on its longer side. Throws Error (stopped, input).
Reference referenceOf(const Job& job, const Piece& piece, int most_px, const Progress& progress = {});

}  // namespace tympan
