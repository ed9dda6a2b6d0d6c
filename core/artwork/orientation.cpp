#include "core/artwork/orientation.h"

namespace tympan {

cv::Mat upright(cv::Mat pixels, int orientation) {
    if (orientation < 2 || orientation > 8) return pixels;
    const cv::Mat& from = pixels;
    // 5 to 8 exchange rows and columns first; then what is left is at most a flip of each axis.
    const bool transposed = orientation >= 5;
    const bool flip_x = orientation == 2 || orientation == 3 || orientation == 6 || orientation == 7;
    const bool flip_y = orientation == 3 || orientation == 4 || orientation == 7 || orientation == 8;
    const SizePx size = transposed ? SizePx{from.rows, from.cols} : SizePx{from.cols, from.rows};
    cv::Mat turned = newPixels(size, from.type());
    cv::Mat to = turned;
    if (transposed)
        cv::transpose(from, to);
    else
        from.copyTo(to);
    if (flip_x || flip_y) cv::flip(to, to, flip_x && flip_y ? -1 : flip_x ? 1 : 0);
    return turned;
}

}  // namespace tympan
