#include "core/measure/outline.h"

#include <cmath>
#include <numbers>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/base/error.h"
#include "core/measure/outline_operations.h"
#include "tests/support/rings.h"

namespace tympan {
namespace {

Outline box(double x, double y, double width, double height) {
    return rectangleOutline({x, y, width, height});
}

Outline star() { return tidied({tests::starShaped()}); }

TEST(Outline, areaCentroidAndBoundsOfAPlateWithAHole) {
    const Outline plate = without(box(0, 0, 100, 60), box(60, 10, 20, 20));
    EXPECT_DOUBLE_EQ(area(plate), 5600);
    EXPECT_NEAR(centroid(plate).x, (50 * 6000 - 70 * 400) / 5600.0, 1e-9);
    EXPECT_NEAR(centroid(plate).y, (30 * 6000 - 20 * 400) / 5600.0, 1e-9);
    EXPECT_EQ(bounds(plate), (RectMm{0, 0, 100, 60}));
    EXPECT_TRUE(contains(plate, {50, 50}));
    EXPECT_FALSE(contains(plate, {70, 20}));
    EXPECT_DOUBLE_EQ(distanceToEdge(plate, {55, 20}), 5);
    EXPECT_DOUBLE_EQ(distanceAlong(plate, {10, 20}, {1, 0}), 50) << "to the hole, not to the far edge";
}

RC_GTEST_PROP(Outline, theNearestPointOfTheEdgeLiesOnItAndNoneIsNearer, ()) {
    const Outline outline = star();
    const PointMm from{*rc::gen::inRange(-150, 150) * 1.0, *rc::gen::inRange(-150, 150) * 1.0};
    const PointMm near = nearestOnEdge(outline, from);
    RC_ASSERT(distanceToEdge(outline, near) < 1e-9);
    const double least = std::hypot(near.x - from.x, near.y - from.y);
    for (const Ring& ring : outline.rings)
        for (const PointMm& corner : ring)
            RC_ASSERT(std::hypot(corner.x - from.x, corner.y - from.y) >= least - 1e-9);
}

TEST(Outline, nothingIsInfinitelyFarFromItsEdge) {
    EXPECT_EQ(distanceToEdge({}, {3, 4}), std::numeric_limits<double>::infinity());
    EXPECT_EQ(nearestOnEdge({}, {3, 4}), (PointMm{3, 4}));
}

RC_GTEST_PROP(Outline, aThinnedOutlineLeavesTheOldOneByNoMoreThanAsked, ()) {
    const Outline oval = ellipseOutline({3, -5}, *rc::gen::inRange(40, 400), *rc::gen::inRange(40, 400));
    const double by = *rc::gen::inRange(1, 50) / 10.0;
    const Outline thin = simplified(oval, by);
    RC_ASSERT(thin.rings.size() == 1u);
    RC_ASSERT(thin.rings.front().size() <= oval.rings.front().size());
    for (const PointMm& corner : oval.rings.front()) RC_ASSERT(distanceToEdge(thin, corner) <= by + 0.01);
}

TEST(Outline, quarterTurnsAreExactAndTurningOverTwiceIsNothing) {
    const Outline plate = without(box(0, 0, 100, 60), box(60, 10, 20, 20));
    EXPECT_EQ(rotated(rotated(rotated(rotated(plate, 90), 90), 90), 90), plate);
    EXPECT_EQ(rotated(PointMm{1, 0}, 90), (PointMm{0, 1})) << "clockwise as seen, y down";
    EXPECT_EQ(flipped(flipped(plate)), plate);
    EXPECT_DOUBLE_EQ(area(flipped(plate)), area(plate));
}

TEST(Outline, aFlattenedCircleLeavesTheTrueOneByLessThanItSays) {
    for (double diameter : {1.0, 90.0, 2000.0}) {
        const Outline circle = ellipseOutline({}, diameter, diameter);
        EXPECT_EQ(bounds(circle).width, diameter);
        double worst = 0;
        const Ring& ring = circle.rings.front();
        for (std::size_t i = 0; i < ring.size(); ++i) {
            const PointMm &a = ring[i], &b = ring[(i + 1) % ring.size()];
            worst = std::max(worst, diameter / 2 - std::hypot((a.x + b.x) / 2, (a.y + b.y) / 2));
        }
        EXPECT_LE(worst, flattening_mm);
    }
}

TEST(Outline, whatReachesPastAKilometreIsRefused) {
    EXPECT_THROW(tidied({{{0, 0}, {2e6, 0}, {0, 5}}}), Error);
    EXPECT_THROW(tidied({{{0, 0}, {std::nan(""), 0}, {0, 5}}}), Error);
}

RC_GTEST_PROP(Outline, unionAndIntersectionShareOutTheArea, ()) {
    const Outline a = star(), b = moved(star(), {*rc::gen::inRange(-80, 80) * 1.0, 7});
    RC_ASSERT(std::abs(area(united(a, b)) + area(shared(a, b)) - area(a) - area(b)) < 0.5);
    RC_ASSERT(std::abs(area(without(a, b)) + area(shared(a, b)) - area(a)) < 0.5);
}

RC_GTEST_PROP(Outline, shrinkingKeepsEveryPointThatFarFromTheEdge, ()) {
    const Outline plate = star();
    const double by = *rc::gen::inRange(1, 12);
    for (const Ring& ring : offset(plate, -by).rings)
        for (const PointMm& p : ring) {
            RC_ASSERT(contains(plate, p));
            RC_ASSERT(distanceToEdge(plate, p) > by - flattening_mm - 0.003);
        }
}

RC_GTEST_PROP(Outline, aStampWhoseMiddleIsInTheRoomForItLiesInside, ()) {
    const Outline room = without(star(), box(-4, -9, 6, 6));
    const Outline stamp = rotated(box(-9, -5, 18, 10), *rc::gen::inRange(0, 180));
    const Outline middles = roomForMiddle(room, stamp.rings.front());
    for (const Ring& ring : middles.rings)
        for (const PointMm& p : ring) {
            const Outline outside = without(moved(stamp, p), room);
            // The corners of the room for the middle touch the edge: a few micrometres of it are rounding.
            RC_ASSERT(area(outside) < 0.2);
        }
    // And nothing is left out: where the stamp lies inside, its middle is in that room.
    const PointMm at{*rc::gen::inRange(-100, 100) * 1.0, *rc::gen::inRange(-100, 100) * 1.0};
    if (without(moved(stamp, at), room).empty() && distanceToEdge(middles, at) > 0.01)
        RC_ASSERT(contains(middles, at));
}

}  // namespace
}  // namespace tympan
