#include "core/enlarge/resample.h"

#include <numeric>
#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

RowReader readerOf(const cv::Mat& source) {
    return [source](int row, int first, int last, std::uint16_t* values) {
        const int channels = source.channels();
        std::copy(source.ptr<std::uint16_t>(row) + first * channels,
                  source.ptr<std::uint16_t>(row) + last * channels, values);
    };
}

/// The region of the whole source resampled to `size`.
cv::Mat resampled(const cv::Mat& source, const SizePx& size, const RectPx& region) {
    return resample(readerOf(source), source.channels(),
                    lanczosAxis(source.cols, 0, source.cols, size.width, region.x, region.width),
                    lanczosAxis(source.rows, 0, source.rows, size.height, region.y, region.height), {});
}

cv::Mat resampled(const cv::Mat& source, const SizePx& size) {
    return resampled(source, size, {0, 0, size.width, size.height});
}

}  // namespace

RC_GTEST_PROP(Lanczos, weightsAddUpToOne, ()) {
    const int source = *rc::gen::inRange(1, 400), output = *rc::gen::inRange(1, 400);
    const LanczosAxis axis = lanczosAxis(source, 0, source, output, 0, output);
    for (int i = 0; i < output; ++i)
        RC_ASSERT(std::accumulate(axis.weightsOf(i), axis.weightsOf(i) + axis.taps, 0) == LanczosAxis::one);
}

RC_GTEST_PROP(Lanczos, theWeightsOfAMirroredIntervalAreTheMirroredWeights, ()) {
    const int source = *rc::gen::inRange(1, 300), output = *rc::gen::inRange(1, 300);
    const double begin = *rc::gen::inRange(0, 1000) / 1000.0 * source / 3,
                 end = source - *rc::gen::inRange(0, 1000) / 1000.0 * source / 3;
    const LanczosAxis a = lanczosAxis(source, begin, end, output, 0, output),
                      b = lanczosAxis(source, source - end, source - begin, output, 0, output);
    const auto weight = [](const LanczosAxis& axis, int pixel, int tap) {
        const int k = tap - axis.begin[static_cast<std::size_t>(pixel)];
        return k < 0 || k >= axis.taps ? 0 : axis.weightsOf(pixel)[k];
    };
    for (int i = 0; i < output; ++i)
        for (int j = 0; j < source; ++j)
            RC_ASSERT(weight(a, i, j) == weight(b, output - 1 - i, source - 1 - j));
}

TEST(Resample, flippingBeforeOrAfterIsTheSameToTheBit) {
    for (int type : {CV_16UC1, CV_16UC2, CV_16UC3, CV_16UC4})
        for (const SizePx size :
             {SizePx{40, 33}, SizePx{97, 151}, SizePx{211, 60}, SizePx{61, 45}, SizePx{7, 5}}) {
            const cv::Mat source = noise({61, 45}, type);
            EXPECT_TRUE(same(resampled(flipped(source), size), flipped(resampled(source, size))))
                << size.width << "x" << size.height;
        }
}

RC_GTEST_PROP(Resample, aRegionIsThatPartOfTheWhole, ()) {
    const cv::Mat source = noise({53, 41}, CV_16UC3);
    const SizePx size{*rc::gen::inRange(2, 160), *rc::gen::inRange(2, 160)};
    const int x = *rc::gen::inRange(0, size.width), y = *rc::gen::inRange(0, size.height);
    const RectPx region{x, y, *rc::gen::inRange(1, size.width - x + 1),
                        *rc::gen::inRange(1, size.height - y + 1)};
    RC_ASSERT(
        same(resampled(source, size, region),
             resampled(source, size)(cv::Rect(region.x, region.y, region.width, region.height)).clone()));
}

TEST(Resample, anEvenToneStaysItself) {
    for (int value : {0, 1, 12345, 65535}) {
        const cv::Mat source(20, 30, CV_16UC1, cv::Scalar(value));
        for (const SizePx size : {SizePx{7, 9}, SizePx{100, 80}}) {
            const cv::Mat result = resampled(source, size);
            EXPECT_EQ(cv::countNonZero(result != value), 0) << value;
        }
    }
}

TEST(Resample, theSameSizeIsTheSamePicture) {
    const cv::Mat source = noise({30, 20}, CV_16UC3);
    EXPECT_TRUE(same(resampled(source, {30, 20}), source));
}

TEST(Resample, blackAndWhiteEdgesDoNotWrapAround) {
    cv::Mat source(16, 16, CV_16UC1, cv::Scalar(0));
    source.colRange(8, 16).setTo(65535);
    const cv::Mat result = resampled(source, {160, 16});
    EXPECT_EQ(result.at<std::uint16_t>(8, 5), 0);
    EXPECT_EQ(result.at<std::uint16_t>(8, 155), 65535);
    for (int x = 1; x < 160; ++x)  // overshoot is cut at black and white; only small ripples are left
        EXPECT_GE(result.at<std::uint16_t>(8, x) + 9000, result.at<std::uint16_t>(8, x - 1)) << x;
}

RC_GTEST_PROP(Resample, rippleSpoilsNeitherPaperNorSolids, ()) {
    // A black block on white paper: a pixel and a half from its rim everything is white, or black, to the
    // bit.
    cv::Mat source(40, 60, CV_16UC1, cv::Scalar(65535));
    const cv::Rect block(15, 12, 30, 16);
    source(block).setTo(0);
    const double scale = *rc::gen::inRange(25, 900) / 100.0;
    const SizePx size{static_cast<int>(60 * scale), static_cast<int>(40 * scale)};
    const cv::Mat result = resampled(source, size);
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x) {
            const double sx = (x + 0.5) * 60 / size.width, sy = (y + 0.5) * 40 / size.height;
            const double inside =
                std::min({sx - block.x, block.br().x - sx, sy - block.y, block.br().y - sy});
            const double rim = 1.5 * std::max(1.0, 1.02 / scale);
            if (inside > rim) RC_ASSERT(result.at<std::uint16_t>(y, x) == 0);
            if (inside < -rim) RC_ASSERT(result.at<std::uint16_t>(y, x) == 65535);
        }
}

TEST(Resample, agreesWithAGeneralToolOnSmoothPictures) {
    cv::Mat source(60, 80, CV_16UC1);
    for (int y = 0; y < 60; ++y)
        for (int x = 0; x < 80; ++x)
            source.at<std::uint16_t>(y, x) =
                static_cast<std::uint16_t>(32768 + 20000 * std::sin(x / 9.0) * std::cos(y / 7.0));
    cv::Mat general;
    cv::resize(source, general, cv::Size(160, 120), 0, 0, cv::INTER_LANCZOS4);
    const cv::Mat ours = resampled(source, {160, 120});
    const cv::Rect inside(12, 12, 136, 96);
    EXPECT_LT(cv::norm(ours(inside), general(inside), cv::NORM_INF), 200) << "a third of a per cent";
}

TEST(Resample, canBeStopped) {
    std::stop_source stop;
    stop.request_stop();
    const cv::Mat source = noise({100, 100}, CV_16UC1);
    const LanczosAxis axis = lanczosAxis(100, 0, 100, 400, 0, 400);
    EXPECT_THROW(resample(readerOf(source), 1, axis, axis, {stop.get_token(), {}}), Error);
}
