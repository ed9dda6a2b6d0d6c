#include "core/artwork/pixel_cache.h"

#include <gtest/gtest.h>

using namespace tympan;

TEST(PixelCache, keepsWhatWasUsedLastWithinItsBudget) {
    PixelCache cache(2500);
    int made = 0;
    const auto make = [&] {
        ++made;
        return PixelBuffer::make({100, 10}, CV_8UC1);
    };
    cache.get("a", make);
    cache.get("b", make);
    cache.get("a", make);
    EXPECT_EQ(made, 2);
    cache.get("c", make);  // b goes: a was used after it
    EXPECT_LE(cache.bytes(), 2500u);
    cache.get("a", make);
    EXPECT_EQ(made, 3);
    cache.get("b", make);
    EXPECT_EQ(made, 4);
}

TEST(PixelBuffer, aVeryLargePictureLiesInAFile) {
    const PixelBuffer large = PixelBuffer::make({10000, 7000}, CV_8UC1);
    cv::Mat view = large.view;
    view.at<uchar>(6999, 9999) = 7;
    const PixelBuffer shared = large;
    EXPECT_EQ(shared.view.at<uchar>(6999, 9999), 7) << "copies share the pixels";
}
