#include "core/artwork/pixels.h"

#include <cstdlib>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "tests/support/texts.h"

using namespace tympan;

TEST(Pixels, aVeryLargePictureLiesInAFileForAsLongAsAnyPartOfItIsLookedAt) {
    cv::Mat part;
    {
        cv::Mat large = newPixels({10000, 7000}, CV_8UC1);
        large.at<uchar>(6999, 9999) = 7;
        part = large(cv::Rect(9000, 6000, 1000, 1000));
    }
    EXPECT_EQ(part.at<uchar>(999, 999), 7) << "a part keeps all of it alive";
    cv::Mat flipped;
    cv::flip(part, flipped, 1);
    EXPECT_EQ(flipped.at<uchar>(999, 0), 7);
}

TEST(Pixels, saysWhenThereIsNoRoom) {
    const char* before = std::getenv("TMPDIR");
    const std::string kept = before ? before : "";
    setenv("TMPDIR", "/nowhere-at-all", 1);
    try {
        newPixels({10000, 7000}, CV_8UC1);
        ADD_FAILURE() << "there is no such folder";
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::output);
        EXPECT_THAT(error.remedy(), Says(testing::HasSubstr("TMPDIR")));
    }
    before ? setenv("TMPDIR", kept.c_str(), 1) : unsetenv("TMPDIR");
}
