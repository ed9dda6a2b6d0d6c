#include "core/artwork/colourful.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// Greys from black to white, tinted.
cv::Mat toned(const cv::Vec3d& tint) {
    cv::Mat picture(64, 256, CV_8UC3);
    for (int y = 0; y < picture.rows; ++y)
        for (int x = 0; x < picture.cols; ++x)
            picture.at<cv::Vec3b>(y, x) =
                cv::Vec3b(cv::saturate_cast<uchar>(x * tint[0]), cv::saturate_cast<uchar>(x * tint[1]),
                          cv::saturate_cast<uchar>(x * tint[2]));
    return picture;
}

}  // namespace

TEST(Colourful, greysAndOneTintOfAllAreNone) {
    EXPECT_FALSE(isColourful(cv::Mat(20, 20, CV_8UC1, cv::Scalar(90))));
    EXPECT_FALSE(isColourful(toned({1, 1, 1})));
    EXPECT_FALSE(isColourful(toned({1, 0.85, 0.65}))) << "an old brown photograph";
    EXPECT_FALSE(isColourful(cv::Mat(20, 20, CV_8UC3, cv::Scalar::all(0))));
}

RC_GTEST_PROP(Colourful, aSealOfAnotherColourIsEnough, ()) {
    cv::Mat picture = toned({1, 1, 1});
    picture(cv::Rect(100, 20, 24, 24)).setTo(cv::Scalar(*rc::gen::inRange(190, 256), 20, 30));
    RC_ASSERT(isColourful(picture));
    RC_ASSERT(isColourful(toned({1, 0.9, 0.8})) == false);
}

TEST(Colourful, whatIsSeeThroughDoesNotCount) {
    cv::Mat picture(64, 64, CV_8UC4, cv::Scalar(120, 120, 120, 255));
    picture(cv::Rect(0, 0, 32, 64)).setTo(cv::Scalar(255, 0, 0, 0));
    EXPECT_FALSE(isColourful(picture));
    picture(cv::Rect(0, 0, 32, 64)).setTo(cv::Scalar(255, 0, 0, 255));
    EXPECT_TRUE(isColourful(picture));
}

TEST(Colourful, decidesTheInkWhereTheMethodFollowsThePicture) {
    cv::Mat red(40, 60, CV_8UC3, cv::Scalar(230, 230, 230));
    red(cv::Rect(10, 10, 20, 20)).setTo(cv::Scalar(220, 20, 20));
    const Job colours = jobOf(artworkOf(red), {60, 40}), greys = jobOf(artworkOf(toned({1, 1, 1})), {60, 15});
    EXPECT_EQ(inkOf(colours.pieces.front()), Ink::colour);
    EXPECT_EQ(inkOf(greys.pieces.front()), Ink::grey);
    const Job chosen = withTone(colours, colours.pieces.front().id, {.ink = Tone::InkChoice::grey});
    EXPECT_EQ(inkOf(chosen.pieces.front()), Ink::grey) << "the maker's wish comes first";
    const Job dry =
        withMethod(colours, colours.pieces.front().id, findMethod(shippedMethods(), "glue-dry-rub"));
    EXPECT_EQ(inkOf(dry.pieces.front()), Ink::grey) << "printed in black alone, whatever the picture";
}
