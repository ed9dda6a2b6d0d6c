#include "core/artwork/clean_up.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/artwork/grey.h"
#include "core/artwork/haze.h"
#include "core/base/parallel.h"

namespace tympan {

namespace {

/// What each place is multiplied by, one factor a channel, at the paper field's own size.
cv::Mat evening(const PaperModel& paper, const CleanUp& clean) {
    const double even = clean.even_light / 100.0, white = clean.whiten / 100.0;
    cv::Mat factors(paper.field.size(), paper.field.type());
    const int channels = factors.channels();
    // Paper is never quite even: white begins two deviations below it.
    const double to_white = 1 / std::max(0.5, 1 - 2 * paper.noise);
    for (int y = 0; y < factors.rows; ++y) {
        const auto* f = paper.field.ptr<float>(y);
        auto* out = factors.ptr<float>(y);
        for (int x = 0; x < factors.cols; ++x)
            for (int c = 0; c < channels; ++c, ++f, ++out)
                *out = static_cast<float>(std::pow(paper.mean[c] / *f, even) *
                                          std::pow(to_white / std::max(0.05, paper.mean[c]), white));
    }
    return factors;
}

/// Multiplies pixels by a small field of factors, read linearly between its pixels.
template <class Sample>
void multiply(cv::Mat& pixels, const cv::Mat& factors, int first, int last, const Progress& progress) {
    constexpr float most = std::is_same_v<Sample, std::uint8_t> ? 255.0f : 65535.0f;
    const int channels = pixels.channels(), colours = factors.channels();
    const double across = 1.0 * factors.cols / pixels.cols, down = 1.0 * factors.rows / pixels.rows;
    for (int y = first; y < last; ++y) {
        if (y % 64 == 0 && progress.stop.stop_requested()) throwStopped();
        const double v = std::clamp((y + 0.5) * down - 0.5, 0.0, factors.rows - 1.0);
        const int top = static_cast<int>(v), below = std::min(top + 1, factors.rows - 1);
        const auto ty = static_cast<float>(v - top);
        const auto *a = factors.ptr<float>(top), *b = factors.ptr<float>(below);
        auto* p = pixels.ptr<Sample>(y);
        for (int x = 0; x < pixels.cols; ++x, p += channels) {
            const double u = std::clamp((x + 0.5) * across - 0.5, 0.0, factors.cols - 1.0);
            const int left = static_cast<int>(u), right = std::min(left + 1, factors.cols - 1);
            const auto tx = static_cast<float>(u - left);
            for (int c = 0; c < colours; ++c) {
                const float above = a[left * colours + c] * (1 - tx) + a[right * colours + c] * tx;
                const float under = b[left * colours + c] * (1 - tx) + b[right * colours + c] * tx;
                const float value = static_cast<float>(p[c]) * (above * (1 - ty) + under * ty);
                p[c] = static_cast<Sample>(std::min(most, value + 0.5f));
            }
        }
    }
}

template <class Sample>
void lift(cv::Mat& pixels, const Fold& fold) {
    constexpr float most = std::is_same_v<Sample, std::uint8_t> ? 255.0f : 65535.0f;
    const int channels = pixels.channels(), colours = channels - (channels % 2 == 0 ? 1 : 0);
    const int run = fold.upright ? pixels.rows : pixels.cols, side = fold.upright ? pixels.cols : pixels.rows;
    const double last = static_cast<double>(fold.factor.size()) - 1;
    for (int along = 0; along < run; ++along) {
        const double middle = (fold.place + fold.slope * ((along + 0.5) / run - 0.5)) * side;
        const int from = std::max(0, static_cast<int>(middle + fold.from * side)),
                  to = std::min(side, static_cast<int>(middle - fold.from * side) + 1);
        for (int at = from; at < to; ++at) {
            const double place = ((at + 0.5 - middle) / side - fold.from) / fold.step;
            if (place < 0 || place > last) continue;
            const auto i = static_cast<std::size_t>(place);
            const auto t = static_cast<float>(place - static_cast<double>(i));
            const float factor =
                fold.factor[i] * (1 - t) + fold.factor[std::min(i + 1, fold.factor.size() - 1)] * t;
            auto* p = fold.upright ? pixels.ptr<Sample>(along) + at * channels
                                   : pixels.ptr<Sample>(at) + along * channels;
            for (int c = 0; c < colours; ++c)
                p[c] = static_cast<Sample>(std::min(most, static_cast<float>(p[c]) / factor + 0.5f));
        }
    }
}

}  // namespace

cv::Mat cleaned(cv::Mat pixels, const CleanUp& clean, const Progress& progress) {
    if (clean.untouched()) return pixels;
    // Pixels that nobody else holds are changed where they are: a large picture is there twice as it is.
    if (!pixels.u || pixels.u->refcount > 1) pixels = pixels.clone();
    const bool bytes = pixels.depth() == CV_8U;
    PaperModel paper;
    if (clean.folds || clean.even_light > 0 || clean.whiten > 0) paper = paperOf(pixels);
    if (clean.folds) {
        for (const Fold& fold : foldsOf(pixels, paper)) {
            if (bytes)
                lift<std::uint8_t>(pixels, fold);
            else
                lift<std::uint16_t>(pixels, fold);
        }
    }
    progress.at(0.2);
    if (const int size =
            static_cast<int>(std::lround(clean.specks * std::max(pixels.cols, pixels.rows) / 1000));
        size > 0)
        takeSpecksOut(pixels, specksOf(greyOf(pixels), size), size);
    progress.at(0.7);
    if (clean.even_light > 0 || clean.whiten > 0) {
        const cv::Mat factors = evening(paper, clean);
        inTwoParts(pixels.rows, [&](int first, int last) {
            if (bytes)
                multiply<std::uint8_t>(pixels, factors, first, last, progress);
            else
                multiply<std::uint16_t>(pixels, factors, first, last, progress);
        });
    }
    if (clean.haze) takeHazeOut(pixels, hazeOf(pixels));
    progress.at(1);
    return pixels;
}

}  // namespace tympan
