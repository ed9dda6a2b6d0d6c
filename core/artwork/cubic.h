#pragma once
#include <algorithm>
#include <cmath>
#include <opencv2/core.hpp>

namespace tympan {

// Reading a picture between its pixels, with Catmull-Rom's cubic (R. Keys 1981, a = -0.5). Places are in
// pixels, pixel centres at halves.

/// The weights of the four pixels about a place along one axis.
struct CubicWeights {
    int first;
    float w[4];
};

inline CubicWeights cubicWeights(double place) {
    const double from_centre = place - 0.5, whole = std::floor(from_centre), t = from_centre - whole;
    return {static_cast<int>(whole) - 1,
            {static_cast<float>(-0.5 * t + t * t - 0.5 * t * t * t),
             static_cast<float>(1 - 2.5 * t * t + 1.5 * t * t * t),
             static_cast<float>(0.5 * t + 2 * t * t - 1.5 * t * t * t),
             static_cast<float>(-0.5 * t * t + 0.5 * t * t * t)}};
}

/// Calls `add(pixel, weight)` for each of the sixteen pixels about a place; beyond the edge, the edge goes
/// on.
template <class Sample, class Add>
void eachCubic(const cv::Mat& source, const CubicWeights& x, const CubicWeights& y, Add add) {
    const int channels = source.channels();
    for (int j = 0; j < 4; ++j) {
        const auto* row = source.ptr<Sample>(std::clamp(y.first + j, 0, source.rows - 1));
        for (int i = 0; i < 4; ++i)
            add(row + std::clamp(x.first + i, 0, source.cols - 1) * channels, y.w[j] * x.w[i]);
    }
}

}  // namespace tympan
