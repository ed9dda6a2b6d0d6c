#include "core/tone/grey_mix.h"

#include <cmath>
#include <numbers>
#include <opencv2/imgproc.hpp>
#include <vector>

#include "core/artwork/colour.h"
#include "core/artwork/grey.h"

namespace tympan {

namespace {

constexpr int sampled_px = 64, tenths = 10;
constexpr double twice_variance = 0.05;  // of the two bumps that a grey difference is judged by
constexpr double clear_colour = 0.2;     // a difference that anyone sees
constexpr double hardly_grey = 0.04;

GreyWeights toWeights(double red, double green, double blue) {
    const double all = red + green + blue;
    if (all <= 0) return luminance_weights;
    const auto r = static_cast<std::uint32_t>(std::lround(65536 * red / all));
    const auto g = static_cast<std::uint32_t>(std::lround(65536 * green / all));
    return {r, std::min(g, 65536 - r), 65536 - r - std::min(g, 65536 - r)};
}

/// Two places of the picture that are compared.
struct Pair {
    std::array<std::uint16_t, 3> a, b;  // linear light
    double colour = 0;                  // how far apart their colours are, 0 to about 1
};

std::vector<Pair> pairsOf(const cv::Mat& analysis) {
    const cv::Mat solid = overWhite(analysis);
    if (solid.channels() != 3) return {};
    cv::Mat small;
    const double scale = std::min(1.0, 1.0 * sampled_px / std::max(solid.cols, solid.rows));
    // Single pixels, not means: means of lettering and its ground are neither's colour.
    cv::resize(solid, small,
               {std::max(2, cvRound(solid.cols * scale)), std::max(2, cvRound(solid.rows * scale))}, 0, 0,
               cv::INTER_NEAREST);
    const Table16& linear = linearOfEncoded();
    const int count = small.rows * small.cols;
    std::vector<Pair> pairs;
    std::uint32_t lot = 12345;
    const auto add = [&](int i, int j) {
        const auto& p = small.at<cv::Vec3b>(i / small.cols, i % small.cols);
        const auto& q = small.at<cv::Vec3b>(j / small.cols, j % small.cols);
        Pair pair;
        for (int c = 0; c < 3; ++c) {
            pair.a[static_cast<std::size_t>(c)] = linear[p[c] * 257u];
            pair.b[static_cast<std::size_t>(c)] = linear[q[c] * 257u];
        }
        pair.colour = cv::norm(cv::Vec3d(p) - cv::Vec3d(q)) / 255 / std::numbers::sqrt2;
        if (pair.colour > 0.02) pairs.push_back(pair);
    };
    for (int i = 0; i < count; ++i) {
        if ((i + 1) % small.cols != 0) add(i, i + 1);
        if (i + small.cols < count) add(i, i + small.cols);
        lot = lot * 1664525u + 1013904223u;
        add(i, static_cast<int>((lot >> 8) % static_cast<std::uint32_t>(count)));
    }
    return pairs;
}

double greyOfPlace(const GreyWeights& weights, const std::array<std::uint16_t, 3>& place) {
    return encodedOfLinear()[mixed(weights, place[0], place[1], place[2])] / 65535.0;
}

double energy(const GreyWeights& weights, const std::vector<Pair>& pairs) {
    double sum = 0;
    for (const Pair& pair : pairs) {
        const double d = greyOfPlace(weights, pair.a) - greyOfPlace(weights, pair.b);
        const double wanted = pair.colour;
        const auto bump = [&](double off) { return std::exp(-off * off / twice_variance); };
        sum -= std::log(bump(d - wanted) + bump(d + wanted) + 1e-12);
    }
    return sum;
}

}  // namespace

GreyWeights greyWeights(const GreyMix& mix, const cv::Mat& analysis) {
    if (mix.kind == GreyMix::Kind::by_hand) return toWeights(mix.parts[0], mix.parts[1], mix.parts[2]);
    if (mix.kind == GreyMix::Kind::as_seen) return luminance_weights;
    const std::vector<Pair> pairs = pairsOf(analysis);
    GreyWeights best = luminance_weights;
    // As the eye sees it stays, unless another mix is clearly better.
    double least = 0.97 * energy(best, pairs);
    for (int red = 0; red <= tenths; ++red)
        for (int green = 0; green + red <= tenths; ++green) {
            const GreyWeights weights = toWeights(red, green, tenths - red - green);
            if (const double e = energy(weights, pairs); e < least) least = e, best = weights;
        }
    return best;
}

double vanishing(const GreyWeights& weights, const cv::Mat& analysis) {
    double clear = 0, lost = 0;
    for (const Pair& pair : pairsOf(analysis)) {
        if (pair.colour < clear_colour) continue;
        ++clear;
        if (std::abs(greyOfPlace(weights, pair.a) - greyOfPlace(weights, pair.b)) < hardly_grey) ++lost;
    }
    return clear < 1 ? 0 : lost / clear;
}

}  // namespace tympan
