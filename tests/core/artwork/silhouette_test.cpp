#include "core/artwork/silhouette.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>

#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// A disc in the middle of a plain ground, a quarter of the picture's width across its radius.
cv::Mat disc(const cv::Scalar& ground, const cv::Scalar& ink, int type) {
    cv::Mat pixels(300, 400, type, ground);
    cv::circle(pixels, {200, 150}, 100, ink, cv::FILLED);
    return pixels;
}

/// In parts of the picture: an oval half as wide and two thirds as high.
void expectTheDisc(const std::optional<Outline>& outline) {
    ASSERT_TRUE(outline);
    const RectMm box = bounds(*outline);
    EXPECT_NEAR(box.x, 0.25, 0.006);
    EXPECT_NEAR(box.width, 0.5, 0.012);
    EXPECT_NEAR(box.y, 50 / 300.0, 0.006);
    EXPECT_NEAR(box.height, 200 / 300.0, 0.012);
    EXPECT_NEAR(area(*outline), 3.14159 * 0.25 * (100 / 300.0), 0.004);
}

}  // namespace

TEST(Silhouette, isWhatIsNotSeeThrough) {
    expectTheDisc(silhouetteOf(*artworkOf(disc({0, 0, 0, 0}, {90, 60, 30, 255}, CV_8UC4))));
}

TEST(Silhouette, isWhatDiffersFromAPlainBackground) {
    expectTheDisc(silhouetteOf(*artworkOf(disc({250, 248, 240}, {90, 60, 30}, CV_8UC3))));
    expectTheDisc(silhouetteOf(*artworkOf(disc({20, 20, 90}, {200, 60, 30}, CV_8UC3))));
    expectTheDisc(silhouetteOf(*artworkOf(disc({255}, {30}, CV_8UC1))));
}

TEST(Silhouette, aPictureToItsEdgesOrAnEmptyOneHasNone) {
    EXPECT_FALSE(silhouetteOf(*artworkOf(noise({200, 150}, CV_8UC3))));
    EXPECT_FALSE(silhouetteOf(*artworkOf(cv::Mat(150, 200, CV_8UC3, cv::Scalar(240, 240, 240)))));
    EXPECT_FALSE(silhouetteOf(*artworkOf(cv::Mat(150, 200, CV_8UC4, cv::Scalar(9, 9, 9, 0)))));
}

// What shows through a ring is background only where it is joined to the border.
TEST(Silhouette, paperInsideADrawnRingBelongsToTheDrawing) {
    cv::Mat ring = disc({255, 255, 255}, {30, 30, 30}, CV_8UC3);
    cv::circle(ring, {200, 150}, 80, {255, 255, 255}, cv::FILLED);
    expectTheDisc(silhouetteOf(*artworkOf(ring)));
}
