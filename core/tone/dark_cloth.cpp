#include "core/tone/dark_cloth.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/base/parallel.h"

namespace tympan {

namespace {

/// Printed by less than this, a pixel is bare: what the eye cannot tell, rims of whole shapes among it.
constexpr int bare_below = 13;
constexpr double corner_reach = 1.5;      // chokes: more than a right angle's corner is away from its white
constexpr int darkest_light_cloth = 140;  // of its strongest colour

int maskOf(Exactness exactness) {
    return exactness == Exactness::exact ? cv::DIST_MASK_PRECISE : cv::DIST_MASK_5;
}

}  // namespace

cv::Mat keptFrom(const cv::Mat& ink, const Rgb8& cloth, const DarkCloth& wishes) {
    std::uint8_t kept_at[256];
    for (int d = 0; d < 256; ++d) {
        const double over = d / 2.55 - wishes.limit;
        const double part = wishes.soft > 0 ? over / wishes.soft : over > 0 ? 1.0 : 0.0;
        kept_at[d] = static_cast<std::uint8_t>(std::lround(255 * std::clamp(part, 0.0, 1.0)));
    }
    const int own[3] = {cloth.red, cloth.green, cloth.blue};
    const int channels = ink.channels();
    if (std::max({own[0], own[1], own[2]}) > darkest_light_cloth)
        return cv::Mat(ink.size(), CV_8UC1, cv::Scalar(255));
    cv::Mat kept(ink.size(), CV_8UC1);
    inTwoParts(ink.rows, [&](int first, int last) {
        for (int y = first; y < last; ++y) {
            const auto* p = ink.ptr<std::uint8_t>(y);
            auto* out = kept.ptr<std::uint8_t>(y);
            for (int x = 0; x < ink.cols; ++x, p += channels) {
                int d = 0;
                for (int c = 0; c < 3; ++c) d = std::max(d, p[channels == 3 ? c : 0] - own[c]);
                out[x] = kept_at[d];
            }
        }
    });
    return kept;
}

namespace {

/// The ink of one colour over its white on the cloth: by how much white (rows), and what is wanted (columns).
cv::Mat inkOver(std::uint8_t cloth) {
    const Table16& linear = linearOfEncoded();
    const Table16& encoded = encodedOfLinear();
    constexpr double full = 65535;
    const double own = linear[cloth * 257u];
    cv::Mat inks(256, 256, CV_8UC1);
    for (int white = 0; white < 256; ++white) {
        const double part = white / 255.0, shown = std::min(1.0, 2 * part),
                     under = std::lerp(own, full, part);
        for (std::uint32_t v = 0; v < 256; ++v) {
            const double wanted = std::lerp(own, 1.0 * linear[v * 257], shown);
            const double through = under > 0 ? std::min(1.0, wanted / under) : 1;
            inks.at<std::uint8_t>(white, static_cast<int>(v)) = static_cast<std::uint8_t>(
                (encoded[static_cast<std::size_t>(std::lround(full * through))] + 128) / 257);
        }
    }
    return inks;
}

}  // namespace

cv::Mat colourOver(const cv::Mat& ink, const cv::Mat& kept, const Rgb8& cloth) {
    const cv::Mat inks[3] = {inkOver(cloth.red), inkOver(cloth.green), inkOver(cloth.blue)};
    const int channels = ink.channels();
    cv::Mat colour(ink.size(), CV_8UC3);
    inTwoParts(ink.rows, [&](int first, int last) {
        for (int y = first; y < last; ++y) {
            const auto *p = ink.ptr<std::uint8_t>(y), *k = kept.ptr<std::uint8_t>(y);
            auto* out = colour.ptr<std::uint8_t>(y);
            for (int x = 0; x < ink.cols; ++x, p += channels)
                for (int c = 0; c < 3; ++c)
                    *out++ = inks[c].ptr<std::uint8_t>(k[x])[p[channels == 3 ? c : 0]];
        }
    });
    return colour;
}

void shareWithCloth(cv::Mat& ink, cv::Mat& kept) {
    const int channels = ink.channels();
    for (int y = 0; y < ink.rows; ++y) {
        auto* p = ink.ptr<std::uint8_t>(y);
        auto* k = kept.ptr<std::uint8_t>(y);
        for (int x = 0; x < ink.cols; ++x, p += channels) {
            const int most = *std::max_element(p, p + channels);
            k[x] = static_cast<std::uint8_t>((k[x] * most + 127) / 255);
            for (int c = 0; c < channels && most > 0; ++c)
                p[c] = static_cast<std::uint8_t>((p[c] * 255 + most / 2) / most);
        }
    }
}

int chokeReach(double choke_px) { return choke_px > 0 ? static_cast<int>(std::ceil(choke_px)) + 2 : 0; }

cv::Mat choked(const cv::Mat& kept, double choke_px, Exactness exactness) {
    if (choke_px <= 0) return kept;
    cv::Mat inside = kept >= bare_below, away;
    cv::distanceTransform(inside, away, cv::DIST_L2, maskOf(exactness));
    cv::Mat white(kept.size(), CV_8UC1);
    inTwoParts(kept.rows, [&](int first, int last) {
        for (int y = first; y < last; ++y) {
            const auto* k = kept.ptr<std::uint8_t>(y);
            const auto* d = away.ptr<float>(y);
            auto* out = white.ptr<std::uint8_t>(y);
            for (int x = 0; x < kept.cols; ++x) {
                // The middle of a pixel at the rim is one from that of the bare one beside it, so its own
                // part that lies deeper than the choke is just this.
                const double part = std::clamp(d[x] - choke_px, 0.0, 1.0);
                out[x] = part == 1 ? k[x] : static_cast<std::uint8_t>(std::lround(k[x] * part));
            }
        }
    });
    return white;
}

int fineHoleReach(double choke_px) { return choke_px > 0 ? 2 * std::max(1, cvRound(choke_px / 2)) : 0; }

cv::Mat withoutFineHoles(const cv::Mat& kept, double choke_px) {
    if (choke_px <= 0) return kept;
    const int side = fineHoleReach(choke_px) + 1;
    cv::Mat closed;
    cv::morphologyEx(kept, closed, cv::MORPH_CLOSE, cv::getStructuringElement(cv::MORPH_RECT, {side, side}));
    return closed;
}

int supportReach(double choke_px) {
    return choke_px > 0 ? chokeReach(choke_px) + static_cast<int>(std::ceil(corner_reach * choke_px)) + 2 : 0;
}

cv::Mat supported(const cv::Mat& kept, double choke_px, Exactness exactness) {
    if (choke_px <= 0) return kept;
    cv::Mat bare = choked(kept, choke_px, exactness) == 0, away, result(kept.size(), CV_8UC1);
    cv::distanceTransform(bare, away, cv::DIST_L2, maskOf(exactness));
    const double farthest = corner_reach * choke_px + 1;
    for (int y = 0; y < kept.rows; ++y) {
        const auto* k = kept.ptr<std::uint8_t>(y);
        const auto* d = away.ptr<float>(y);
        auto* out = result.ptr<std::uint8_t>(y);
        for (int x = 0; x < kept.cols; ++x) out[x] = d[x] <= farthest ? k[x] : std::uint8_t{0};
    }
    return result;
}

cv::Mat onCloth(const cv::Mat& colour, const cv::Mat& white, const cv::Mat& cloth) {
    const Table16& linear = linearOfEncoded();
    const Table16& encoded = encodedOfLinear();
    std::uint32_t light[256];
    for (std::uint32_t v = 0; v < 256; ++v) light[v] = linear[v * 257];
    const int channels = colour.channels();
    cv::Mat face(cloth.size(), CV_8UC3);
    inTwoParts(cloth.rows, [&](int first, int last) {
        for (int y = first; y < last; ++y) {
            const auto *p = colour.ptr<std::uint8_t>(y), *w = white.ptr<std::uint8_t>(y);
            const auto* g = cloth.ptr<std::uint8_t>(y);
            auto* out = face.ptr<std::uint8_t>(y);
            for (int x = 0; x < cloth.cols; ++x, p += channels)
                for (int c = 0; c < 3; ++c, ++g, ++out) {
                    const std::uint32_t under = (w[x] * light[*g] + (255u - w[x]) * 65535u) / 255;
                    *out = static_cast<std::uint8_t>(
                        (encoded[light[p[channels == 3 ? c : 0]] * under / 65535] + 128) / 257);
                }
        }
    });
    return face;
}

}  // namespace tympan
