#include "core/inspect/cloth_share.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>

#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// 100 x 100 mm: the left half bright, the right one black with dim stripes in its lower half.
Job job() {
    cv::Mat art(1000, 1000, CV_8UC3, cv::Scalar(20, 20, 20));
    art(cv::Rect(0, 0, 500, 1000)).setTo(cv::Scalar(240, 90, 40));
    for (int y = 510; y < 1000; y += 20) art(cv::Rect(510, y, 480, 10)).setTo(cv::Scalar(34, 34, 34));
    Job made = jobOf(artworkOf(art), {100, 100}, "two-part-dark-cloth");
    made.objects.front().ground = {20, 20, 20};
    return made;
}

}  // namespace

TEST(ClothShare, saysWhatIsLeftToTheClothAndWhatOfItShowedSomething) {
    const Job is = job();
    const ClothShare share = clothShareOf(is, is.pieces.front());
    EXPECT_NEAR(share.picture, 100, 1);
    EXPECT_NEAR(share.left, 50, 1.5);
    EXPECT_NEAR(share.detail, 25, 4) << "the stripes";
    Job lower = is;
    lower.pieces.front().tone.dark_cloth.limit = 2;
    lower.pieces.front().tone.dark_cloth.soft = 2;
    EXPECT_LT(clothShareOf(lower, lower.pieces.front()).detail, 0.55 * share.detail)
        << "a lower limit keeps the stripes";
}

TEST(ClothShare, aWiderChokeLeavesMoreWithoutWhite) {
    Job is = job();
    double last = -1;
    for (const double choke : {0.0, 0.5, 1.0, 2.0}) {
        is.pieces.front().tone.dark_cloth.choke_mm = choke;
        const double bare = clothShareOf(is, is.pieces.front()).without_white;
        // The bright half has a rim of 300 mm.
        EXPECT_NEAR(bare, 3.0 * choke, 0.3 * choke + 0.4);
        EXPECT_GT(bare, last);
        last = bare;
    }
    const Job once = jobOf(picture(), {50, 30});
    EXPECT_EQ(clothShareOf(once, once.pieces.front()).picture, 0) << "no white of its own";
}

TEST(ClothShare, aWhiteBesideTheColourShowsBeyondTheChokeAlone) {
    EXPECT_EQ(whiteBeside(0.4, 0.3).shows_mm, 0);
    EXPECT_NEAR(whiteBeside(0.4, 0.7).shows_mm, 0.3, 1e-12);
    EXPECT_NEAR(whiteBeside(0.4, 0.3).bare_mm, 0.7, 1e-12);
}
