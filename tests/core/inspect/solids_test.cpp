#include "core/inspect/solids.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

const PixelGrid grid{127};  // five pixels to the millimetre

cv::Mat paper() { return cv::Mat(500, 800, CV_8UC1, cv::Scalar(255)); }

/// In mm of a sheet of 160 x 100 mm.
void put(cv::Mat& sheet, const RectMm& box, int grey) {
    sheet(
        cv::Rect(grid.nearest(box.x), grid.nearest(box.y), grid.nearest(box.width), grid.nearest(box.height)))
        .setTo(grey);
}

}  // namespace

TEST(Solids, aWideBlackAreaIsFoundWithItsPlaceAndSize) {
    cv::Mat sheet = paper();
    put(sheet, {20, 30, 40, 25}, 10);
    put(sheet, {90, 10, 12, 12}, 0);
    put(sheet, {5, 80, 150, 5}, 0);     // long, but narrow
    put(sheet, {120, 40, 30, 30}, 90);  // wide, but grey
    const std::vector<SolidArea> areas = solidAreas(sheet, grid);
    ASSERT_EQ(areas.size(), 2u);
    EXPECT_NEAR(areas[0].area_cm2, 10, 0.2) << "the largest first; a disc does not reach into its corners";
    EXPECT_NEAR(areas[0].box.x, 20, 0.3);
    EXPECT_NEAR(areas[0].box.y, 30, 0.3);
    EXPECT_NEAR(areas[0].box.width, 40, 0.5);
    EXPECT_NEAR(areas[1].area_cm2, 1.44, 0.15);
}

TEST(Solids, theLimitsAreTheOnesAsked) {
    cv::Mat sheet = paper();
    put(sheet, {20, 30, 60, 6}, 60);
    EXPECT_TRUE(solidAreas(sheet, grid).empty());
    EXPECT_TRUE(solidAreas(sheet, grid, {0.85, 5}).empty()) << "wide enough, not dark enough";
    EXPECT_TRUE(solidAreas(sheet, grid, {0.7, 8}).empty()) << "dark enough, not wide enough";
    EXPECT_EQ(solidAreas(sheet, grid, {0.7, 5}).size(), 1u);
    EXPECT_TRUE(solidAreas(paper(), grid).empty());
}

TEST(Solids, onePlaceIsOneHoweverItsThinPartsReachOut) {
    cv::Mat sheet = paper();
    put(sheet, {20, 20, 20, 20}, 0);
    put(sheet, {40, 28, 60, 3}, 0);  // a bar that joins two
    put(sheet, {100, 20, 20, 20}, 0);
    EXPECT_EQ(solidAreas(sheet, grid).size(), 2u) << "the bar is no solid area";
}

RC_GTEST_PROP(Solids, turnedOverTheyAreTheSameAreasTurnedOver, ()) {
    cv::Mat sheet = paper();
    for (int i = 0; i < 4; ++i)
        put(sheet,
            {*rc::gen::inRange(0, 120) * 1.0, *rc::gen::inRange(0, 60) * 1.0, *rc::gen::inRange(4, 40) * 1.0,
             *rc::gen::inRange(4, 40) * 1.0},
            0);
    const std::vector<SolidArea> areas = solidAreas(sheet, grid), other = solidAreas(flipped(sheet), grid);
    RC_ASSERT(areas.size() == other.size());
    for (std::size_t i = 0; i < areas.size(); ++i)
        RC_ASSERT(std::abs(areas[i].area_cm2 - other[i].area_cm2) < 0.01);
}

TEST(Solids, aPieceIsLookedIntoAsItIsSeenAndBeforeItsScreen) {
    // Black at the left of the finished picture.
    cv::Mat pixels(100, 200, CV_8UC1, cv::Scalar(255));
    pixels.colRange(0, 60).setTo(0);
    Job job = jobOf(artworkOf(pixels), {100, 50});
    Tone tone;
    tone.screen.kind = Screen::Kind::round;
    job = withTone(job, job.pieces.front().id, tone);
    const ToneRaster raster = toneRaster(job, job.pieces.front());
    const std::vector<SolidArea> areas = solidAreas(raster.ink, raster.grid);
    ASSERT_EQ(areas.size(), 1u);
    EXPECT_LT(areas[0].box.x, 1);
    EXPECT_NEAR(areas[0].area_cm2, 15, 0.5);
    EXPECT_NEAR(inkCoverage(raster.ink), 0.3, 0.01);
    EXPECT_NEAR(inkCoverage(cv::Mat(4, 4, CV_8UC3, cv::Scalar(255, 0, 0))), 2 / 3.0, 1e-6);
}
