#include "core/render/wear.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/artwork/grey.h"
#include "core/artwork/pixels.h"
#include "core/base/cache.h"
#include "core/base/parallel.h"
#include "core/render/noise.h"
#include "core/tone/transfer.h"

namespace tympan {

namespace {

const Rgb8 fibre{250, 249, 245};
constexpr int seed = 11;

double part(Amount amount) { return static_cast<int>(amount) / 3.0; }

/// Noise over the raster of a print, 0 to 255: a weighed sum of two sizes of bumps.
cv::Mat noiseOver(const Print& print, double large_mm, double small_mm, double share) {
    return *remembered(
        "noise",
        [](const SizePx& size, const PixelGrid& grid, double large, double small, double of_large) {
            cv::Mat made = newPixels(size, CV_8UC1);
            const double p = grid.pixel_mm();
            inTwoParts(size.height, [&](int first, int last) {
                for (int y = first; y < last; ++y)
                    for (int x = 0; x < size.width; ++x) {
                        const double n = of_large * valueNoise(x * p, y * p, large, seed) +
                                         (1 - of_large) * valueNoise(x * p, y * p, small, seed + 1);
                        made.at<std::uint8_t>(y, x) = static_cast<std::uint8_t>(std::lround(255 * n));
                    }
            });
            return made;
        },
        print.size, print.grid, large_mm, small_mm, share);
}

/// How solid ink is about each place, 0 to 1, and how far it is from the rim in mm.
struct Around {
    cv::Mat solid, from_rim;  // CV_32FC1
};

Around around(const cv::Mat& ink, const Print& print) {
    constexpr double look_mm = 3;
    cv::Mat grey = ink;
    if (ink.channels() == 3) grey = greyOf(ink);
    Around found;
    cv::Mat k;
    grey.convertTo(k, CV_32F, -1 / 255.0, 1);
    const int side = std::max(1, cvRound(look_mm / print.grid.pixel_mm())) | 1;
    cv::blur(k, found.solid, {side, side}, {-1, -1}, cv::BORDER_REPLICATE);
    // The rim of the ink where it is cut, of the raster where it is not.
    const RectPx whole{0, 0, print.size.width, print.size.height};
    cv::Mat inside = print.edge ? cv::Mat(edgeCoverage(*print.edge, print.grid, whole) > 127)
                                : cv::Mat(ink.rows, ink.cols, CV_8UC1, cv::Scalar(255));
    cv::copyMakeBorder(inside, inside, 1, 1, 1, 1, cv::BORDER_CONSTANT, 0);
    cv::distanceTransform(inside, found.from_rim, cv::DIST_L2, 3);
    found.from_rim = found.from_rim(cv::Rect(1, 1, ink.cols, ink.rows)) * print.grid.pixel_mm();
    return found;
}

}  // namespace

cv::Mat wornInk(const cv::Mat& ink, const Print& print, Amount wear) {
    if (wear == Amount::none) return ink;
    const cv::Mat noise = noiseOver(print, 1.3, 0.4, 0.6);
    const Around near = around(ink, print);
    cv::Mat worn(ink.size(), ink.type());
    const int channels = ink.channels();
    inTwoParts(ink.rows, [&](int first, int last) {
        for (int y = first; y < last; ++y) {
            const auto* p = ink.ptr<std::uint8_t>(y);
            const auto* n = noise.ptr<std::uint8_t>(y);
            const auto *solid = near.solid.ptr<float>(y), *rim = near.from_rim.ptr<float>(y);
            auto* out = worn.ptr<std::uint8_t>(y);
            for (int x = 0; x < ink.cols; ++x) {
                const double s = std::clamp(2.0 * solid[x] - 1, 0.0, 1.0);
                const double likely = part(wear) * (0.22 + 0.5 * std::exp(-rim[x] / 2.5) + 0.35 * s);
                const double loss = std::clamp((likely - n[x] / 255.0) / 0.1 + 0.5, 0.0, 1.0);
                for (int c = 0; c < channels; ++c, ++p, ++out)
                    *out = static_cast<std::uint8_t>(255 - std::lround((255 - *p) * (1 - loss)));
            }
        }
    });
    return worn;
}

cv::Mat hazed(const cv::Mat& face, const Print& print, Amount haze) {
    if (haze == Amount::none) return face;
    const cv::Mat noise = noiseOver(print, 5, 1.5, 0.8);
    const Table16& linear = linearOfEncoded();
    const Table16& encoded = encodedOfLinear();
    const double paper[3] = {1.0 * linear[fibre.red * 257u], 1.0 * linear[fibre.green * 257u],
                             1.0 * linear[fibre.blue * 257u]};
    cv::Mat result(face.size(), CV_8UC3);
    inTwoParts(face.rows, [&](int first, int last) {
        for (int y = first; y < last; ++y) {
            const auto* p = face.ptr<std::uint8_t>(y);
            const auto* n = noise.ptr<std::uint8_t>(y);
            auto* out = result.ptr<std::uint8_t>(y);
            for (int x = 0; x < face.cols; ++x) {
                const double m = n[x] / 255.0, veil = part(haze) * (0.05 + 0.3 * m * m);
                for (int c = 0; c < 3; ++c, ++p, ++out)
                    *out = static_cast<std::uint8_t>(encoded[static_cast<std::size_t>(std::lerp(
                                                         1.0 * linear[*p * 257u], paper[c], veil))] /
                                                     257);
            }
        }
    });
    return result;
}

cv::Mat arrivedInk(const cv::Mat& ink, const Print& print) {
    if (!print.transfer) return ink;
    cv::Mat table(1, 256, CV_8UC1), arrived;
    for (int v = 0; v < 256; ++v)
        table.at<std::uint8_t>(v) =
            static_cast<std::uint8_t>(std::lround(255 * (1 - arriving(*print.transfer, 1 - v / 255.0))));
    cv::LUT(ink, table, arrived);
    return arrived;
}

}  // namespace tympan
