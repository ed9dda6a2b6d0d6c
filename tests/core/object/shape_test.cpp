#include "core/object/shape.h"

#include <cmath>
#include <numbers>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/measure/outline_operations.h"
#include "core/object/object.h"

namespace tympan {
namespace {

TEST(Shape, everyKindHasAnOutlineInTheMiddleOfItsBoxExceptASpot) {
    for (ShapeKind kind : shapeKinds()) {
        EXPECT_EQ(shapeKindNamed(name(kind)), kind);
        const Outline outline = outlineOf(shapeOf(kind));
        if (kind == ShapeKind::spot || kind == ShapeKind::drawn) {
            EXPECT_TRUE(outline.empty());
            continue;
        }
        SCOPED_TRACE(name(kind));
        EXPECT_GT(area(outline), 100);
        EXPECT_NEAR(middle(bounds(outline)).x, 0, 0.06);
        EXPECT_NEAR(middle(bounds(outline)).y, 0, 0.06);
        EXPECT_NEAR(area(tidied(outline.rings, FillRule::non_zero)), area(outline), 1e-5 * area(outline))
            << "tidy already";
    }
}

RC_GTEST_PROP(Shape, theBoxOfAShapeIsWhatWasMeasured, ()) {
    const ShapeKind kind =
        *rc::gen::element(ShapeKind::rectangle, ShapeKind::rounded_rectangle, ShapeKind::oval,
                          ShapeKind::heart, ShapeKind::tag, ShapeKind::arch, ShapeKind::plank);
    const double width = *rc::gen::inRange(10, 900), height = *rc::gen::inRange(10, 900);
    const Shape shape = withMeasure(withMeasure(shapeOf(kind), "width_mm", width), "height_mm", height);
    RC_ASSERT(std::abs(bounds(outlineOf(shape)).width - width) < 0.06);
    RC_ASSERT(std::abs(bounds(outlineOf(shape)).height - height) < 0.06);
}

TEST(Shape, aHexagonIsMeasuredAcrossFlatsOrAcrossCorners) {
    EXPECT_NEAR(acrossCorners(6, 152.4), 175.98, 0.01);
    EXPECT_NEAR(acrossFlats(6, 152.4), 131.98, 0.01);
    const RectMm box = bounds(outlineOf(shapeOf(ShapeKind::polygon, {6, 150})));
    EXPECT_NEAR(box.height, 150, 1e-3) << "it stands on a flat side";
    EXPECT_NEAR(box.width, acrossCorners(6, 150), 1e-3);
}

RC_GTEST_PROP(Shape, flatsAndCornersOfAPolygonAreTheSamePolygon, ()) {
    const int sides = *rc::gen::inRange(3, 25);
    const double flats = *rc::gen::inRange(5, 2000);
    RC_ASSERT(std::abs(acrossFlats(sides, acrossCorners(sides, flats)) - flats) < 1e-9);
    // Across corners is the longest line between two corners.
    const Outline polygon = outlineOf(shapeOf(ShapeKind::polygon, {sides * 1.0, flats}));
    double longest = 0;
    for (const PointMm& a : polygon.rings.front())
        for (const PointMm& b : polygon.rings.front())
            longest = std::max(longest, std::hypot(a.x - b.x, a.y - b.y));
    RC_ASSERT(std::abs(longest - acrossCorners(sides, flats)) < 1e-6);
    RC_ASSERT(std::abs(bounds(polygon).height - flats) < 1e-6);
}

TEST(Shape, aMeasureOutsideItsRangeIsBroughtIntoIt) {
    EXPECT_EQ(measure(shapeOf(ShapeKind::polygon, {2, -5}), "sides"), 3);
    EXPECT_EQ(measure(shapeOf(ShapeKind::circle, {1e9}), "diameter_mm"), 20000);
    EXPECT_THROW(measure(shapeOf(ShapeKind::circle), "width_mm"), std::out_of_range);
}

RC_GTEST_PROP(Shape, resizedItIsTheSameKindInItsNewBox, ()) {
    const ShapeKind kind =
        *rc::gen::element(ShapeKind::rectangle, ShapeKind::oval, ShapeKind::heart, ShapeKind::arch,
                          ShapeKind::circle, ShapeKind::polygon, ShapeKind::drawn);
    Shape shape = shapeOf(kind);
    if (kind == ShapeKind::drawn) shape.outline = outlineOf(shapeOf(ShapeKind::heart));
    const SizeMm wanted{*rc::gen::inRange(20, 300) * 1.0, *rc::gen::inRange(20, 300) * 1.0};
    const RectMm before = bounds(outlineOf(shape)), after = bounds(outlineOf(resized(shape, wanted)));
    if (kind == ShapeKind::circle || kind == ShapeKind::polygon) {
        // In proportion, after the side that changes more.
        RC_ASSERT(std::abs(after.width / after.height - before.width / before.height) < 1e-6);
        RC_ASSERT(std::abs(after.width - wanted.width) < 1e-6 ||
                  std::abs(after.height - wanted.height) < 1e-6);
    } else {
        RC_ASSERT(std::abs(after.width - wanted.width) < 0.2);
        RC_ASSERT(std::abs(after.height - wanted.height) < 0.2);
    }
    RC_ASSERT(resized(shape, wanted).kind == kind);
}

TEST(Shape, aPlanksFreeEdgeIsTheOneThatWasDrawn) {
    Shape plank = shapeOf(ShapeKind::plank, {400, 100});
    plank.outline = {{{{-200, 50}, {0, 20}, {200, 50}}}};
    EXPECT_FALSE(contains(outlineOf(plank), {0, 30}));
    EXPECT_TRUE(contains(outlineOf(plank), {0, 10}));
    EXPECT_NEAR(area(outlineOf(plank)), 400 * 100 - 400 * 30 / 2, 1);
}

TEST(Shape, aCrescentIsAsThickAsAsked) {
    const Outline crescent = outlineOf(shapeOf(ShapeKind::crescent, {150, 55}));
    const RectMm box = bounds(crescent);
    EXPECT_NEAR(distanceAlong(crescent, {box.x + 0.5, 0}, {1, 0}) + 0.5, 55, 0.2);
}

TEST(Object, whereInkMayLieLeavesOutHolesAndKeepOuts) {
    Object slate;
    slate.shape = shapeOf(ShapeKind::polygon, {6, 150});
    slate.zones.push_back({ZoneKind::hole, "hanging hole", shapeOf(ShapeKind::circle, {8}), {0, -60}, {}});
    slate.zones.push_back({ZoneKind::keep_out, "chip", shapeOf(ShapeKind::rectangle, {10, 10}), {30, 0}, {}});
    slate.zones.push_back({ZoneKind::painted, "patch", shapeOf(ShapeKind::circle, {40}), {0, 30}, {}});
    EXPECT_FALSE(contains(plateOf(slate), {0, -60}));
    EXPECT_TRUE(contains(plateOf(slate), {30, 0}));
    EXPECT_FALSE(contains(openOf(slate), {30, 0}));
    EXPECT_TRUE(contains(openOf(slate), {0, 30})) << "paint takes ink";
}

TEST(Object, ofAFramedBoardOnlyTheOpeningIsSeen) {
    Object board;
    board.shape = shapeOf(ShapeKind::framed_board, {240, 300, 200, 260});
    EXPECT_EQ(sizeOf(board), (SizeMm{240, 300}));
    EXPECT_EQ(bounds(visibleOf(board)), (RectMm{-100, -130, 200, 260}));
}

TEST(Object, aWrappedCanvasUnfoldsWithItsCornersNotchedOut) {
    Object canvas;
    canvas.shape = shapeOf(ShapeKind::wrapped_canvas, {200, 250, 18});
    EXPECT_NEAR(area(plateOf(canvas)), 200 * 250 + 2 * 18 * (200 + 250), 1e-6);
    EXPECT_EQ(frontOf(canvas), (RectMm{-100, -125, 200, 250}));
    EXPECT_FALSE(contains(plateOf(canvas), {110, 130}));
}

}  // namespace
}  // namespace tympan
