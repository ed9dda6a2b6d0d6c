#include "core/measure/corners.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "tests/support/rings.h"

using namespace tympan;
using namespace tympan::tests;

TEST(Corners, ofATableTopWithANotch) {
    // An L: one corner of 270 degrees.
    const std::vector<Corner> corners = cornersOf({{0, 0}, {100, 0}, {100, 40}, {60, 40}, {60, 80}, {0, 80}});
    ASSERT_EQ(corners.size(), 6u);
    EXPECT_NEAR(corners[0].inside_deg, 90, 1e-9);
    EXPECT_NEAR(corners[3].inside_deg, 270, 1e-9);
    EXPECT_DOUBLE_EQ(corners[0].to_next_mm, 100);
    EXPECT_DOUBLE_EQ(corners[5].to_next_mm, 80) << "round to the first";
}

RC_GTEST_PROP(Corners, theirAnglesAddUpWhicheverWayOneGoesRound, ()) {
    Ring ring = starShaped();
    if (*rc::gen::arbitrary<bool>()) std::reverse(ring.begin(), ring.end());
    double sum = 0;
    for (const Corner& corner : cornersOf(ring)) sum += corner.inside_deg;
    RC_ASSERT(std::abs(sum - 180.0 * (static_cast<double>(ring.size()) - 2)) < 1e-6);
}

RC_GTEST_PROP(Corners, aRingThatCrossesItselfEnclosesNothingToCutOut, ()) {
    Ring ring = starShaped();
    RC_PRE(ring.size() >= 5u);
    RC_ASSERT(isTidy({{ring}}));
    Ring backwards = ring;
    std::reverse(backwards.begin(), backwards.end());
    RC_ASSERT(!isTidy({{backwards}}));
    // One corner pulled through the middle and out at the other side.
    ring[0] = {-200, ring[0].y};
    RC_ASSERT(!isTidy({{ring}}));
}

TEST(Corners, aHoleIsTidyInsideAndNotAcrossTheRim) {
    Outline plate = rectangleOutline({0, 0, 100, 60});
    plate.rings.push_back({{20, 20}, {20, 40}, {40, 40}, {40, 20}});
    EXPECT_TRUE(isTidy(plate));
    plate.rings.back() = {{-20, 20}, {-20, 40}, {40, 40}, {40, 20}};
    EXPECT_FALSE(isTidy(plate));
    EXPECT_FALSE(isTidy({}));
}
