#pragma once
#include <opencv2/core.hpp>

namespace tympan {

/// Sums over the square of side 2r+1 about each pixel, as far as there are pixels; whole numbers, so that a
/// region's are those of the whole wherever the square lies inside it.
struct SquareSums {
    cv::Mat sum;      ///< CV_64FC1, holding whole numbers
    cv::Mat squares;  ///< the same of the squares; empty unless asked for
    int radius = 0;

    /// How many pixels the square about a place holds.
    double count(int row, int column) const;
};

/// `values`: CV_16UC1.
SquareSums squareSums(const cv::Mat& values, int radius, bool with_squares);

}  // namespace tympan
