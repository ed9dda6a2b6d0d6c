#pragma once
#include "core/photograph/find_marked.h"
#include "core/readings/strip_layout.h"

namespace tympan {

/// A strip squared, its lighting evened by the bare ground: what arrived, place by place.
struct StripFace {
    cv::Mat k;             ///< CV_32FC1, 0 bare; noise may take it below
    cv::Mat dark;          ///< CV_32FC1, of the light of bare ground what is missing, linear
    cv::Mat colours;       ///< CV_8UC3 RGB, squared, as photographed: to look at
    double px_per_mm = 0;  ///< of these
    FoundSheet found;
    double unevenness = 0;  ///< the brightest light on the strip to the dimmest, less one
    double ground = 0;      ///< how bright bare ground is in the photograph, 0 to 1 as the file has it (sRGB)
    int clipped = 0;        ///< in 100: how much of the bare ground is blown out in the photograph
};

/// `photo`: CV_8UC3 RGB, sRGB. The light on bare ground is fitted by a cubic surface of its logarithm over
/// all places that nothing is printed on, and what is left is taken from the bare places about each. Throws
/// Error (input).
StripFace faceOf(const cv::Mat& photo, const std::string& name);

/// The mean of a measure (k or dark) in a box of the strip, without the tenth at either end.
double meanIn(const cv::Mat& measure, const RectMm& box, double px_per_mm);

}  // namespace tympan
