#pragma once
#include <opencv2/core.hpp>

#include "core/measure/geometry.h"

namespace tympan::tests {

/// How something flat is photographed: all that a reading has to see past.
struct Camera {
    double tilt_deg = 0, tilt_towards_deg = 0, turn_deg = 0;
    double away_mm = 350;
    double fill = 0.75;  ///< of the photograph's width that `wide_mm` of it take
    double wide_mm = 100;
    int width_px = 2400;
    double blur_px = 0.8, noise = 3, uneven = 0.25;
    double exposure = 0.85;
    cv::Vec3d cast{1, 1, 1};           ///< colour of the light
    cv::Vec3d table{0.18, 0.14, 0.1};  ///< linear, what lies round it
    unsigned seed = 1;
};

/// `face`: CV_8UC3 RGB of so many millimetres. A photograph of it, CV_8UC3 RGB: noise, blur, slant, uneven
/// light.
cv::Mat photographOf(const cv::Mat& face, const SizeMm& size, const Camera& camera);

}  // namespace tympan::tests
