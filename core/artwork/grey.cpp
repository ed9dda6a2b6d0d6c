#include "core/artwork/grey.h"

#include "core/artwork/colour.h"

namespace tympan {

cv::Mat overWhite(const cv::Mat& pixels) {
    cv::Mat bytes = pixels;
    if (pixels.depth() == CV_16U) pixels.convertTo(bytes, CV_8U, 1 / 257.0);
    if (bytes.channels() % 2 != 0) return bytes;
    const int colours = bytes.channels() - 1;
    cv::Mat solid(bytes.rows, bytes.cols, CV_8UC(colours));
    for (int y = 0; y < bytes.rows; ++y) {
        const auto* p = bytes.ptr<std::uint8_t>(y);
        auto* out = solid.ptr<std::uint8_t>(y);
        for (int x = 0; x < bytes.cols; ++x, p += colours + 1)
            for (int c = 0; c < colours; ++c)
                *out++ =
                    static_cast<std::uint8_t>((p[c] * p[colours] + 255 * (255 - p[colours]) + 127) / 255);
    }
    return solid;
}

cv::Mat greyOf(const cv::Mat& pixels) {
    const cv::Mat solid = overWhite(pixels);
    if (solid.channels() == 1) return solid;
    const Table16& linear = linearOfEncoded();
    const Table16& encoded = encodedOfLinear();
    cv::Mat grey(solid.rows, solid.cols, CV_8UC1);
    for (int y = 0; y < solid.rows; ++y) {
        const auto* p = solid.ptr<std::uint8_t>(y);
        auto* out = grey.ptr<std::uint8_t>(y);
        for (int x = 0; x < solid.cols; ++x, p += 3)
            out[x] = static_cast<std::uint8_t>(
                (encoded[luminance(linear[p[0] * 257u], linear[p[1] * 257u], linear[p[2] * 257u])] + 128) /
                257);
    }
    return grey;
}

}  // namespace tympan
