#pragma once
#include <functional>
#include <opencv2/core.hpp>
#include <vector>

namespace tympan {

/// One row of sums over the square of side 2r+1 about each pixel, as far as there are pixels. Sums are whole
/// numbers, so that a region's are those of the whole wherever the square lies inside it.
struct SquareRow {
    std::vector<double> sum;
    std::vector<double> squares;  ///< the same of the squares; empty unless asked for
    std::vector<double> part;     ///< what one pixel is of the square: 1 / how many it holds
};

/// Calls `use` with every row of `values` (CV_16UC1), from two threads and for one row at a time in each.
void eachSquareRow(const cv::Mat& values, int radius, bool with_squares,
                   const std::function<void(int row, const SquareRow&)>& use);

}  // namespace tympan
