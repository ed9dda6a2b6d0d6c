#pragma once
#include <opencv2/core.hpp>

namespace tympan {

/// How much of the pixels of a picture is true detail, as a part of its width or height: 1 for a picture that
/// is as sharp as its pixels allow, 1/3 for one that was enlarged three times or blurred as much. `pixels`: 8
/// or 16 bits, any channels. Method: power spectra of its liveliest tiles (P. Welch 1967), each frequency
/// weighed by its square, since pictures fall off like that (D. Field 1987); the frequency up to which that
/// stays above a thirtieth of what the middle frequencies have. Grain counts as detail: it is there.
double trueDetail(const cv::Mat& pixels);

}  // namespace tympan
