#include "core/job/fit.h"

#include <cmath>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "core/job/landing.h"
#include "core/job/turns.h"
#include "core/measure/outline_operations.h"
#include "core/method/catalogue.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// A job of one picture on an object.
Job jobOn(Object object, const SizeMm& size = {90, 60}, const std::string& method = "gel-rub-off") {
    Job job = jobOf(picture(), size, method);
    return withObject(job, job.pieces.front().id, std::move(object));
}

const Piece& only(const Job& job) { return job.pieces.front(); }

Outline pictureOn(const Piece& piece) {
    const SizeMm size = piece.size;
    return moved(rotated(rectangleOutline({-size.width / 2, -size.height / 2, size.width, size.height}),
                         piece.placement.rotation_deg),
                 piece.placement.from_centre);
}

Object slateHexagon() {
    Object slate = objectOf("slate", ShapeKind::polygon, {6, 150});
    slate.zones.push_back({ZoneKind::hole, "hanging hole", shapeOf(ShapeKind::circle, {8}), {0, -66}, {}});
    return slate;
}

}  // namespace

TEST(Fit, anEvenMarginOnARectangleIsWhatWasAsked) {
    const Job job = withFit(jobOn(objectOf("table", ShapeKind::rectangle, {600, 400})), 2, Fit::inside, 50);
    EXPECT_EQ(only(job).size, (SizeMm{450, 300}));
    const auto bare = distancesOf(job, only(job));
    ASSERT_TRUE(bare);
    EXPECT_NEAR(bare->top, 50, 0.01);
    EXPECT_NEAR(bare->left, 75, 0.01);
    EXPECT_NEAR(bare->left, bare->right, 0.01);
}

RC_GTEST_PROP(Fit, neverCrossesItsMarginAHoleOrAKeepOut, ()) {
    const ShapeKind kind =
        *rc::gen::element(ShapeKind::rectangle, ShapeKind::circle, ShapeKind::polygon, ShapeKind::heart,
                          ShapeKind::tag, ShapeKind::triangle, ShapeKind::arch, ShapeKind::crescent,
                          ShapeKind::wrapped_canvas, ShapeKind::framed_board, ShapeKind::cylinder);
    Object object = objectOf("thing", kind, {});
    const RectMm box = bounds(outlineOf(object.shape));
    const int knots = *rc::gen::inRange(0, 3);
    for (int i = 0; i < knots; ++i)
        object.zones.push_back(
            {*rc::gen::element(ZoneKind::keep_out, ZoneKind::hole),
             "knot",
             shapeOf(ShapeKind::oval, {*rc::gen::inRange(3, 30) * 1.0, *rc::gen::inRange(3, 30) * 1.0}),
             {box.width * *rc::gen::inRange(-45, 45) / 100, box.height * *rc::gen::inRange(-45, 45) / 100},
             {}});
    const double margin = *rc::gen::inRange(0, 9), turn = *rc::gen::inRange(0, 90);
    Job job = withPlace(jobOn(object), 2, {}, turn);
    job = withFit(job, 2, Fit::inside, margin);
    const Outline room = openOf(object);
    const Outline laid = pictureOn(only(job));
    if (only(job).size == SizeMm{90, 60} && area(without(laid, room)) > 1)
        return;  // no room for even 1 mm: it stayed
    RC_ASSERT(area(without(laid, room)) < 0.1);
    for (const PointMm& corner : laid.rings.front()) RC_ASSERT(distanceToEdge(room, corner) > margin - 0.05);
    for (const Ring& ring : room.rings)
        for (const PointMm& p : ring) {
            RC_ASSERT(!contains(laid, p) || distanceToEdge(laid, p) < 0.05);
            RC_ASSERT(distanceToEdge(laid, p) > margin - 0.05);
        }
}

RC_GTEST_PROP(Fit, insideIsAsLargeAsItGoesInTheMiddle, ()) {
    const Object round = objectOf("round", ShapeKind::circle, {*rc::gen::inRange(30, 600) * 1.0});
    const Job job = withFit(jobOn(round), 2, Fit::inside, 0);
    const SizeMm size = only(job).size;
    RC_ASSERT(std::abs(std::hypot(size.width, size.height) - measure(round.shape, "diameter_mm")) < 0.3);
    RC_ASSERT(std::hypot(only(job).placement.from_centre.x, only(job).placement.from_centre.y) < 0.2);
}

RC_GTEST_PROP(Fit, fillCoversTheWholeObject, ()) {
    const ShapeKind kind = *rc::gen::element(ShapeKind::circle, ShapeKind::polygon, ShapeKind::heart,
                                             ShapeKind::triangle, ShapeKind::oval);
    const Object object = objectOf("thing", kind, {});
    Job job = withPlace(jobOn(object), 2, {}, *rc::gen::inRange(0, 360));
    job = withFit(job, 2, Fit::fill, 0);
    // A micrometre along every edge is rounding.
    const double speck = 1e-4 * area(visibleOf(object));
    RC_ASSERT(area(without(visibleOf(object), pictureOn(only(job)))) < speck);
    RC_ASSERT(only(job).edge.cut == Cut::object);
    const Outline ink = inkOnObject(job, only(job));
    RC_ASSERT(area(without(ink, visibleOf(object))) < speck);
    RC_ASSERT(area(without(visibleOf(object), ink)) < speck);
}

TEST(Fit, isAppliedAgainWhenTheObjectChangesAndEndsWhenAHandMoves) {
    Job job = withFit(jobOn(objectOf("plank", ShapeKind::rectangle, {300, 300})), 2, Fit::inside, 30);
    EXPECT_EQ(only(job).size.width, 240);
    job = withObject(job, 2, objectOf("plank", ShapeKind::rectangle, {200, 300}));
    EXPECT_EQ(only(job).size.width, 140);
    job = withPlace(job, 2, {5, 0}, 0);
    EXPECT_EQ(only(job).placement.fit, Fit::by_hand);
    EXPECT_EQ(
        withObject(job, 2, objectOf("plank", ShapeKind::rectangle, {400, 400})).pieces.front().size.width,
        140);
}

TEST(Fit, theMiddleOfAnOddShapeIsThatOfItsArea) {
    const Object triangle = objectOf("sign", ShapeKind::triangle, {180, 150, 0});
    EXPECT_NEAR(areaMiddle(triangle).y, 25, 1e-6) << "a third of the height above its foot";
    EXPECT_NEAR(areaMiddle(slateHexagon()).y, 0, 1e-6) << "a small hole does not move it";
}

TEST(Edge, inkStopsInsideTheEdgeAndClearOfTheHole) {
    Job job = withFit(jobOn(slateHexagon()), 2, Fit::fill, 0);
    Edge edge = only(job).edge;
    edge.stop_mm = 12;
    job = withEdge(job, 2, edge);
    const Outline ink = inkOnObject(job, only(job)), room = openOf(slateHexagon());
    for (const PointMm& p : ink.rings.front()) EXPECT_GT(distanceToEdge(room, p), 12 - 0.05);
    EXPECT_NEAR(printSizeOf(job, only(job)).height, 126, 0.1) << "no paper is wasted on what is cut away";
    edge.stop_mm = -3;
    job = withEdge(job, 2, edge);
    EXPECT_NEAR(printSizeOf(job, only(job)).height, 156, 0.1) << "over the edge, to be trimmed";
}

TEST(Edge, aSilhouetteLeavesOutAPlainBackground) {
    cv::Mat pixels(200, 300, CV_8UC3, cv::Scalar(250, 250, 250));
    pixels(cv::Rect(90, 60, 120, 80)) = cv::Scalar(20, 60, 120);
    Job job = jobOf(artworkOf(pixels), {150, 100});
    Edge edge;
    edge.cut = Cut::silhouette;
    edge.stop_mm = -2;
    job = withEdge(job, 2, edge);
    EXPECT_NEAR(printSizeOf(job, only(job)).width, 64, 0.5);
    EXPECT_NEAR(printSizeOf(job, only(job)).height, 44, 0.5);
}

TEST(Turns, theTableOfTheCraft) {
    struct Row {
        const char* what;
        int of_method;
        bool seen_through, printer_mirrors, already_reversed, mirrored;
    };
    for (const Row& row :
         {Row{"transfer rubbed off", 1, false, false, false, true},
          Row{"tissue face up", 0, false, false, false, false},
          Row{"paper kept face to glass, seen through", 1, true, false, false, false},
          Row{"transfer read through the glass", 1, true, false, false, false},
          Row{"transfer read from the coated side", 1, false, false, false, true},
          Row{"rubbed off, the driver mirrors", 1, false, true, false, false},
          Row{"rubbed off, the picture came mirrored", 1, false, false, true, false},
          Row{"face up, the driver mirrors", 0, false, true, false, true},
          Row{"both mirror", 1, false, true, true, true}, Row{"all at once", 1, true, true, true, false}}) {
        Object object = objectOf("glass", ShapeKind::rectangle, {100, 100});
        object.material.seen_through = row.seen_through;
        Job job = jobOn(object);
        Method method = only(job).method;
        method.turns.assign(static_cast<std::size_t>(row.of_method), "laid face down");
        job.pieces.front().method = method;
        job = withAlreadyReversed(job, 2, row.already_reversed);
        job.printers.front().mirrors = row.printer_mirrors;
        EXPECT_EQ(mirroredBy(turnsOf(job, only(job))) == Mirrored::yes, row.mirrored) << row.what;
        // What is shown has been turned back: the paper beside it is mirrored once more or less.
        EXPECT_EQ(mirroredInPrint(job, only(job)) == Mirrored::yes, row.mirrored != row.already_reversed)
            << row.what;
    }
}

TEST(Turns, paperUnderGlassIsSeenThroughItWhateverTheObjectSays) {
    for (bool material_says_so : {false, true}) {
        Object pane = objectOf("pane", ShapeKind::rectangle, {100, 100});
        pane.material.seen_through = material_says_so;
        const Job job = jobOn(pane, {60, 40}, "paper-under-glass");
        EXPECT_EQ(turnsOf(job, only(job)).size(), 2u);
        EXPECT_EQ(mirroredInPrint(job, only(job)), Mirrored::no);
    }
    EXPECT_EQ(mirroredBy(findMethod(shippedMethods(), "paper-under-glass")), Mirrored::no);
}

RC_GTEST_PROP(Tin, aPictureOnATaperedTinIsStraightAndTrueOnIt, ()) {
    const Object tin = objectOf("tin", ShapeKind::tapered,
                                {*rc::gen::inRange(200, 500) * 1.0, *rc::gen::inRange(200, 500) * 1.0, 150});
    Job job = jobOn(tin, {90, 60});
    job = withPlace(job, 2, {*rc::gen::inRange(-60, 60) * 1.0, *rc::gen::inRange(-20, 20) * 1.0}, 0);
    const Landing landing = landingOf(job, only(job));
    RC_ASSERT(landing.bend.has_value());
    const Bend& bend = *landing.bend;
    // A level line of the picture stays level on the tin, and an upright one runs with the tin's side.
    for (double part : {-0.5, -0.2, 0.3, 0.5}) {
        const PointMm left = bend.side.onTin(bend.toObject({-45, part * 60})),
                      right = bend.side.onTin(bend.toObject({45, part * 60}));
        RC_ASSERT(std::abs(left.y - right.y) < 1e-6);
        const PointMm top = bend.side.onTin(bend.toObject({part * 90, -30})),
                      foot = bend.side.onTin(bend.toObject({part * 90, 30}));
        RC_ASSERT(std::abs(top.x - foot.x) < 1e-9);
    }
    // True to a tenth of a millimetre: round the tin at the picture's middle, and down its slope.
    const PointMm left = bend.side.onTin(bend.toObject({-45, 0})),
                  right = bend.side.onTin(bend.toObject({45, 0}));
    RC_ASSERT(std::abs((right.x - left.x) * bend.side.girthAt(bend.down) - 90) < 0.1);
    const PointMm back = bend.toPicture(bend.toObject({20, -11}));
    RC_ASSERT(std::abs(back.x - 20) < 1e-6 && std::abs(back.y + 11) < 1e-6);
}

TEST(Fit, insideAnOutlineOfThousandsOfCornersItKeepsItsMarginToo) {
    Object cog = objectOf("cog", ShapeKind::heart, {});
    cog.shape = shapeOf(ShapeKind::drawn);
    cog.shape.outline = {{Ring{}}};
    for (int i = 0; i < 4000; ++i) {
        const double angle = 2 * M_PI * i / 4000, r = i % 2 == 0 ? 80 : 70;
        cog.shape.outline.rings.front().push_back({r * std::cos(angle), r * std::sin(angle)});
    }
    const Job job = withFit(jobOn(cog), 2, Fit::inside, 3);
    const Outline picture = pictureOn(only(job));
    EXPECT_TRUE(without(picture, cog.shape.outline).empty());
    for (const PointMm& corner : picture.rings.front())
        EXPECT_GE(distanceToEdge(cog.shape.outline, corner), 3 - 0.01);
    const double diagonal = std::hypot(only(job).size.width, only(job).size.height);
    EXPECT_GT(diagonal, 2 * (70 - 3) - 2) << "and loses hardly anything of the room";
}
