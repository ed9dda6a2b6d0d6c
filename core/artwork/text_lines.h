#pragma once
#include <opencv2/core.hpp>
#include <vector>

#include "core/base/progress.h"

namespace tympan {

/// Something that looks like a line of lettering.
struct TextLine {
    cv::Point2f middle;             ///< in pixels
    float width = 0, height = 0;    ///< along and across the line, with a little room
    float angle_deg = 0;            ///< clockwise from level
    float letter_px = 0;            ///< how tall its letters are
    bool light = false;             ///< light on dark
    int letters = 0;                ///< parts that it was told by
    std::vector<cv::Rect> words{};  ///< the boxes of those that stand close together
};

/// Lines of lettering, lying within 20° of level, the likeliest first, at most `most`. `grey`: CV_8UC1.
/// Method: parts of like height that stand beside each other on a straight line, among what differs from the
/// mean about it at three scales, dark and light. Many are none: whoever reads them finds out. Throws Error
/// (stopped).
std::vector<TextLine> textLines(const cv::Mat& grey, int most, const Progress& progress = {});

/// A line straightened, dark on light, its letters `letter_px` tall, with a rim.
cv::Mat cutLine(const cv::Mat& grey, const TextLine& line, int letter_px);

}  // namespace tympan
