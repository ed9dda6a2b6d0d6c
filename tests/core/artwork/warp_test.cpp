#include "core/artwork/warp.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/artwork/colour.h"
#include "core/artwork/cubic.h"
#include "core/artwork/grey.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

const cv::Matx33d as_it_is = cv::Matx33d::eye();

}  // namespace

TEST(Warp, theMapThatChangesNothingChangesNothing) {
    for (int type : {CV_8UC1, CV_8UC3, CV_16UC1, CV_16UC3}) {
        const cv::Mat came = noise({31, 22}, type);
        EXPECT_TRUE(same(warped(came, as_it_is, {31, 22}), came)) << type;
    }
}

TEST(Warp, wholePixelMovesAreExactAndBeyondTheEdgeTheEdgeGoesOn) {
    const cv::Mat came = noise({31, 22}, CV_8UC3);
    const cv::Mat moved = warped(came, {1, 0, 5, 0, 1, -3, 0, 0, 1}, {31, 22});
    EXPECT_TRUE(same(moved(cv::Rect(0, 3, 26, 19)).clone(), came(cv::Rect(5, 0, 26, 19)).clone()));
    EXPECT_EQ(moved.at<cv::Vec3b>(0, 0), came.at<cv::Vec3b>(0, 5));
    EXPECT_EQ(moved.at<cv::Vec3b>(21, 30), came.at<cv::Vec3b>(18, 30));
}

RC_GTEST_PROP(Warp, aFlippedPictureWarpsToTheFlippedResult, ()) {
    const cv::Mat came = noise({40, 30}, CV_8UC1, *rc::gen::inRange(1u, 99u));
    const double turn = *rc::gen::inRange(-40, 41) / 100.0, c = std::cos(turn), s = std::sin(turn);
    const cv::Matx33d map{c, -s, 20 - 20 * c + 15 * s, s, c, 15 - 20 * s - 15 * c, 0, 0, 1};
    const cv::Matx33d flip{-1, 0, 40, 0, 1, 0, 0, 0, 1};
    cv::Mat off;
    cv::absdiff(flipped(warped(came, map, {40, 30})), warped(flipped(came), flip * map * flip, {40, 30}),
                off);
    double most = 0;
    cv::minMaxLoc(off, nullptr, &most);
    RC_ASSERT(most <= 1);
}

TEST(Warp, whatIsSeeThroughLendsNoColour) {
    // Red, and beside it a colour that nobody sees.
    cv::Mat came(8, 16, CV_8UC4, cv::Scalar(200, 10, 10, 255));
    came(cv::Rect(8, 0, 8, 8)).setTo(cv::Scalar(0, 255, 0, 0));
    const cv::Mat moved = warped(came, {1, 0, 0.5, 0, 1, 0, 0, 0, 1}, {15, 8});
    for (int x = 0; x < 15; ++x) {
        const auto p = moved.at<cv::Vec4b>(4, x);
        if (p[3] < 8) continue;
        EXPECT_NEAR(p[0], 200, 3) << x;
        EXPECT_NEAR(p[1], 10, 3) << x;
    }
}

TEST(Warp, quarterTurnsAddUp) {
    const cv::Mat came = noise({7, 5}, CV_16UC3);
    EXPECT_TRUE(same(quarterTurned(quarterTurned(came, 1), 3), came));
    EXPECT_TRUE(same(quarterTurned(quarterTurned(came, 1), 1), quarterTurned(came, 2)));
    EXPECT_EQ(quarterTurned(came, 1).at<cv::Vec3w>(0, 4), came.at<cv::Vec3w>(0, 0)) << "clockwise";
}

TEST(Warp, isStoppedWhenAsked) {
    std::stop_source stop;
    stop.request_stop();
    EXPECT_THROW(warped(noise({90, 90}, CV_8UC3), as_it_is, {90, 90}, {stop.get_token(), {}}), Error);
}

RC_GTEST_PROP(Cubic, weightsAddUpToOneAndAPixelsMiddleIsThatPixel, ()) {
    const double place = *rc::gen::inRange(-1000, 1000) / 37.0;
    const CubicWeights weights = cubicWeights(place);
    RC_ASSERT(std::abs(weights.w[0] + weights.w[1] + weights.w[2] + weights.w[3] - 1) < 1e-5);
    const CubicWeights middle = cubicWeights(std::floor(place) + 0.5);
    RC_ASSERT(middle.first + 1 == static_cast<int>(std::floor(place)));
    RC_ASSERT(middle.w[1] == 1);
}

RC_GTEST_PROP(Grey, isLuminanceOverWhite, ()) {
    const auto level = [] { return *rc::gen::inRange(0, 256); };
    const int red = level(), green = level(), blue = level();
    const cv::Mat solid(1, 1, CV_8UC3, cv::Scalar(red, green, blue));
    const auto light = [](int v) { return linearOfEncoded()[static_cast<std::size_t>(v) * 257]; };
    const double wanted = encodedOfLinear()[luminance(light(red), light(green), light(blue))] / 257.0;
    RC_ASSERT(std::abs(greyOf(solid).at<uchar>(0) - wanted) <= 0.51);
    cv::Mat deep;
    solid.convertTo(deep, CV_16U, 257);
    RC_ASSERT(greyOf(deep).at<uchar>(0) == greyOf(solid).at<uchar>(0));
    const cv::Mat clear(1, 1, CV_8UC4, cv::Scalar(red, green, blue, 0));
    RC_ASSERT(greyOf(clear).at<uchar>(0) == 255);
}
