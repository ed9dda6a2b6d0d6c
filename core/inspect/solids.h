#pragma once
#include <opencv2/core.hpp>
#include <vector>

#include "core/job/job.h"
#include "core/measure/pixel_grid.h"

namespace tympan {

// Big black areas transfer worst: they lift first when wet, drop out on cloth, stay on the paper. They are
// looked for on the print's tone before any screen, in the finished frame, at no more than 150 pixels an
// inch.

struct SolidArea {
    RectMm box;  ///< from the print's top left corner, finished frame
    double area_cm2 = 0;
};

/// Places where ink is solid wherever a disc of the limit's width fits, and what touches that disc; the
/// largest first. `ink`: CV_8UC1 or CV_8UC3 RGB, 255 bare. How they are
/// found stands in tone/solids.h.
std::vector<SolidArea> solidAreas(const cv::Mat& ink, const PixelGrid& grid, const SolidLimits& limits = {});

/// The mean of k, 0 to 1: how much of the paper is inked.
double inkCoverage(const cv::Mat& ink);

/// The tone of a whole piece for looking into: as it is seen, without its screen. Throws Error.
struct ToneRaster {
    cv::Mat ink;
    PixelGrid grid;
};
ToneRaster toneRaster(const Job& job, const Piece& piece);

}  // namespace tympan
