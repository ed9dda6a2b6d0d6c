#pragma once
#include <opencv2/core.hpp>
#include <vector>

#include "core/artwork/picture_edit.h"
#include "core/base/progress.h"

namespace tympan {

/// How much of each pixel is subject, from 0 to 1, as a plane over the colours: share = a · colour + b with a
/// and b from place to place. Found on a small copy, so it says the same at every size.
struct CutModel {
    cv::Mat slope;  ///< CV_32FC1 or 3
    cv::Mat shift;  ///< CV_32FC1
};

/// Finds the subject of a picture: what differs from the border, put right by strokes (in parts of this
/// picture). Method: GrabCut (C. Rother, V. Kolmogorov, A. Blake 2004) on at most 384 px, its rim refined by
/// a guided filter (K. He, J. Sun, X. Tang 2013). The same for the same picture. Throws Error (stopped)
/// between rounds.
CutModel cutModel(const cv::Mat& pixels, const std::vector<Stroke>& strokes, const Progress& progress = {});

/// The picture with what is not subject made see-through.
cv::Mat cutOut(const cv::Mat& pixels, const CutModel& model);

/// The picture with its white made see-through: alpha is what the darkest channel needs, and the colour is
/// what over white gives the same again.
cv::Mat paperCleared(const cv::Mat& pixels);

}  // namespace tympan
