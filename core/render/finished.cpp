#include "core/render/finished.h"

namespace tympan {

cv::Mat onGround(const cv::Mat& ink, const Rgb8& ground) {
    const Table16& linear = linearOfEncoded();
    const Table16& encoded = encodedOfLinear();
    const std::uint32_t grounds[3] = {linear[ground.red * 257u], linear[ground.green * 257u],
                                      linear[ground.blue * 257u]};
    std::uint8_t shade[3][256];
    for (std::uint32_t v = 0; v < 256; ++v)
        for (int c = 0; c < 3; ++c)
            shade[c][v] =
                static_cast<std::uint8_t>((encoded[linear[v * 257] * grounds[c] / 65535] + 128) / 257);

    cv::Mat face(ink.rows, ink.cols, CV_8UC3);
    const int channels = ink.channels();
    for (int y = 0; y < ink.rows; ++y) {
        const std::uint8_t* p = ink.ptr<std::uint8_t>(y);
        std::uint8_t* out = face.ptr<std::uint8_t>(y);
        for (int x = 0; x < ink.cols; ++x, p += channels, out += 3)
            for (int c = 0; c < 3; ++c) out[c] = shade[c][p[channels == 3 ? c : 0]];
    }
    return face;
}

}  // namespace tympan
