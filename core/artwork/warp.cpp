#include "core/artwork/warp.h"

#include "core/artwork/cubic.h"
#include "core/base/parallel.h"

namespace tympan {

namespace {

template <class Sample>
void warpRows(const cv::Mat& source, const cv::Matx33d& map, cv::Mat& result, int first, int last,
              const Progress& progress) {
    constexpr float most = std::is_same_v<Sample, std::uint8_t> ? 255.0f : 65535.0f;
    constexpr double beyond = 4;  // farther out everything is the edge
    const int channels = source.channels(), colours = channels - (channels % 2 == 0 ? 1 : 0);
    const bool alpha = colours < channels;
    const auto toSample = [&](float value) {
        return static_cast<Sample>(std::clamp(value + 0.5f, 0.0f, most));
    };
    for (int y = first; y < last; ++y) {
        if (y % 64 == 0 && progress.stop.stop_requested()) throwStopped();
        auto* out = result.ptr<Sample>(y);
        for (int x = 0; x < result.cols; ++x, out += channels) {
            const cv::Vec3d at = map * cv::Vec3d(x + 0.5, y + 0.5, 1);
            const double column = std::clamp(at[0] / at[2], -beyond, source.cols + beyond);
            const double row = std::clamp(at[1] / at[2], -beyond, source.rows + beyond);
            float sum[4] = {};
            eachCubic<Sample>(
                source, cubicWeights(column), cubicWeights(row), [&](const Sample* p, float weight) {
                    const float a = alpha ? weight * static_cast<float>(p[colours]) / most : weight;
                    for (int c = 0; c < colours; ++c) sum[c] += a * static_cast<float>(p[c]);
                    if (alpha) sum[colours] += a;
                });
            const float share = alpha ? sum[colours] : 1;
            for (int c = 0; c < colours; ++c) out[c] = toSample(share > 1e-6f ? sum[c] / share : 0);
            if (alpha) out[colours] = toSample(share * most);
        }
    }
}

}  // namespace

cv::Mat warped(const cv::Mat& source, const cv::Matx33d& map, const SizePx& size, const Progress& progress) {
    cv::Mat result(size.height, size.width, source.type());
    inTwoParts(size.height, [&](int first, int last) {
        if (source.depth() == CV_8U)
            warpRows<std::uint8_t>(source, map, result, first, last, progress);
        else
            warpRows<std::uint16_t>(source, map, result, first, last, progress);
    });
    return result;
}

cv::Mat quarterTurned(const cv::Mat& source, int quarters) {
    cv::Mat turned;
    switch (quarters & 3) {
        case 1:
            cv::rotate(source, turned, cv::ROTATE_90_CLOCKWISE);
            return turned;
        case 2:
            cv::rotate(source, turned, cv::ROTATE_180);
            return turned;
        case 3:
            cv::rotate(source, turned, cv::ROTATE_90_COUNTERCLOCKWISE);
            return turned;
        default:
            return source;
    }
}

}  // namespace tympan
