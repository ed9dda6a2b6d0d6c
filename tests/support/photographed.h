#pragma once
#include <opencv2/core.hpp>
#include <string>
#include <vector>

namespace tympan::tests {

/// What became of a strip, and how it was photographed: all that a reading has to find out or to see past.
struct StripShot {
    // What stayed.
    std::vector<double> arrives;  ///< of the eleven shades
    double finest_line_mm = 0.2;
    double widest_solid_mm = 40;  ///< larger ones at full ink have holes
    double holds_from = 2;        ///< printed k from which the large fields have holes
    bool red_ran = false;
    // The photograph.
    std::string material = "pale-wood";
    double tilt_deg = 0, tilt_towards_deg = 0, turn_deg = 0;
    double fill = 0.75;  ///< of the photograph's width that the strip takes
    int width_px = 2400;
    double blur_px = 0.8, noise = 3, uneven = 0.25;
    bool backwards = false;
    unsigned seed = 1;
    int marks_worn = 0;  ///< corner marks that have lost part of their ring
};

/// A photograph of it, CV_8UC3 RGB: noise, blur, slant, uneven light, the ground's texture, all but the JPEG.
cv::Mat photographed(const StripShot& shot);

/// The n-th of a set that covers what people have: curves, materials, slants to 25 degrees, turned any way.
StripShot strippedShot(unsigned n);

}  // namespace tympan::tests
