#pragma once
#include <opencv2/core.hpp>

#include "core/base/progress.h"
#include "core/job/job.h"

namespace tympan {

/// What would be seen of knots under each place of a picture, and where the knots are. The frame is the
/// object's, turned back by the picture's turn: there the picture stands upright.
struct SeenThrough {
    struct Knots {
        cv::Mat seen;     ///< of the whole picture, L* by place: CV_32FC1, upright
        float bare = 0;   ///< where there is no ink, and beside the picture
        cv::Mat covered;  ///< how much of each cell is knot, 0 to 1: CV_32FC1
    };
    double cell_mm = 1;
    SizeMm picture;           ///< its size now
    PointMm corner;           ///< of `covered`
    std::vector<Knots> each;  ///< of each colour of knots
    cv::Mat counts;           ///< 1 where the picture must not be disturbed: CV_32FC1, as `seen`
    double knots_mm2 = 0;

    /// Of a place, by its middle; turned: by half. L* by mm².
    double at(const PointMm& middle, double scale, bool turned) const;
    /// Whether a knot reaches into what must not be disturbed.
    bool meetsWhatCounts(const PointMm& middle, double scale, bool turned) const;
};

SeenThrough seenThrough(const Job& job, const Piece& piece, const Progress& progress);

}  // namespace tympan
