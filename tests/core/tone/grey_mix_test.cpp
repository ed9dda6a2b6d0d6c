#include "core/tone/grey_mix.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/artwork/colour.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

int greyOfColour(const GreyWeights& weights, const cv::Scalar& colour) {
    const Table16& linear = linearOfEncoded();
    const auto light = [&](int c) { return linear[static_cast<std::size_t>(colour[c]) * 257]; };
    return encodedOfLinear()[mixed(weights, light(0), light(1), light(2))] / 257;
}

/// Lettering on a ground of the same luminance.
const cv::Scalar red(200, 60, 50), green(40, 128, 60);

cv::Mat sign() {
    cv::Mat pixels(300, 400, CV_8UC3, green);
    cv::putText(pixels, "ORRERY", {20, 170}, cv::FONT_HERSHEY_SIMPLEX, 2.6, red, 14);
    return pixels;
}

}  // namespace

TEST(GreyMix, redLetteringOnGreenOfTheSameBrightnessDoesNotVanish) {
    ASSERT_LT(std::abs(greyOfColour(luminance_weights, red) - greyOfColour(luminance_weights, green)), 8);
    EXPECT_GT(vanishing(luminance_weights, sign()), 0.5);
    const GreyWeights mix = greyWeights({GreyMix::Kind::automatic}, sign());
    EXPECT_GT(std::abs(greyOfColour(mix, red) - greyOfColour(mix, green)), 60);
    EXPECT_LT(vanishing(mix, sign()), 0.1);
}

TEST(GreyMix, greyPicturesStayAsTheEyeSeesThem) {
    const cv::Mat grey = noise({60, 50}, CV_8UC1);
    EXPECT_EQ(greyWeights({GreyMix::Kind::automatic}, grey), luminance_weights);
    EXPECT_EQ(vanishing(luminance_weights, grey), 0);
    cv::Mat as_colour;
    cv::cvtColor(grey, as_colour, cv::COLOR_GRAY2RGB);
    EXPECT_EQ(greyWeights({GreyMix::Kind::automatic}, as_colour), luminance_weights);
}

RC_GTEST_PROP(GreyMix, whiteStaysWhiteAndBlackBlack, ()) {
    const auto part = [] { return *rc::gen::inRange(0, 101); };
    const GreyWeights weights = greyWeights({GreyMix::Kind::by_hand, {part(), part(), part()}}, {});
    RC_ASSERT(weights[0] + weights[1] + weights[2] == 65536u);
    RC_ASSERT(mixed(weights, 65535, 65535, 65535) == 65535);
    RC_ASSERT(mixed(weights, 0, 0, 0) == 0);
}
