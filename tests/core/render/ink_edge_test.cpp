#include "core/render/ink_edge.h"

#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "core/object/shape.h"
#include "core/render/render_region.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

InkEdge edgeOf(Rim rim) {
    return {moved(outlineOf(shapeOf(ShapeKind::heart, {40, 36})), {20, 18}), rim, 4, 7};
}

const PixelGrid grid{150};
const RectPx whole{0, 0, 240, 216};

/// A job whose picture has a rim of every kind, bent on a tin or not.
Job jobWith(Rim rim, Cut cut, ShapeKind shape) {
    Job job = jobOf(picture(), {60, 40});
    job = withObject(job, 2, objectOf("thing", shape, {}));
    Edge edge;
    edge.cut = cut;
    edge.rim = rim;
    edge.stop_mm = 4;
    return withPlace(withEdge(job, 2, edge), 2, {30, -20}, 10);
}

}  // namespace

RC_GTEST_PROP(InkEdge, boxesPutTogetherAreTheWhole, ()) {
    const InkEdge edge = edgeOf(*rc::gen::element(Rim::sharp, Rim::feathered, Rim::torn, Rim::worn));
    const cv::Mat all = edgeCoverage(edge, grid, whole);
    const int x = *rc::gen::inRange(0, 230), y = *rc::gen::inRange(0, 200);
    const RectPx box{x, y, *rc::gen::inRange(1, 240 - x), *rc::gen::inRange(1, 216 - y)};
    RC_ASSERT(same(edgeCoverage(edge, grid, box), all(cv::Rect(box.x, box.y, box.width, box.height))));
}

TEST(InkEdge, aSharpRimCoversTheAreaItEncloses) {
    const InkEdge edge = edgeOf(Rim::sharp);
    const double covered =
        cv::sum(edgeCoverage(edge, grid, whole))[0] / 255 * grid.pixel_mm() * grid.pixel_mm();
    EXPECT_NEAR(covered, area(edge.area), 0.004 * area(edge.area));
}

TEST(InkEdge, everyRimOnlyTakesInkAwayAndLeavesTheMiddle) {
    const cv::Mat sharp = edgeCoverage(edgeOf(Rim::sharp), grid, whole);
    for (Rim rim : {Rim::feathered, Rim::torn, Rim::worn}) {
        const cv::Mat stays = edgeCoverage(edgeOf(rim), grid, whole);
        EXPECT_EQ(cv::countNonZero(stays > sharp), 0) << name(rim);
        EXPECT_LT(cv::sum(stays)[0], 0.97 * cv::sum(sharp)[0]) << name(rim);
        EXPECT_EQ(stays.at<uchar>(110, 120), 255) << name(rim) << ": deep inside nothing is lost";
    }
    InkEdge other = edgeOf(Rim::torn);
    other.seed = 8;
    EXPECT_FALSE(same(edgeCoverage(other, grid, whole), edgeCoverage(edgeOf(Rim::torn), grid, whole)));
}

TEST(InkEdge, aTornRimLooksTheSameAtEveryResolution) {
    const cv::Mat coarse = edgeCoverage(edgeOf(Rim::torn), {75}, {0, 0, 120, 108});
    cv::Mat fine = edgeCoverage(edgeOf(Rim::torn), {300}, {0, 0, 480, 432});
    cv::resize(fine, fine, coarse.size(), 0, 0, cv::INTER_AREA);
    cv::Mat off;
    cv::absdiff(fine, coarse, off);
    EXPECT_LT(cv::mean(off)[0], 3);
}

RC_GTEST_PROP(InkEdge, aCutOrBentPrintIsTheSameInPartsAndMirrored, ()) {
    const Rim rim = *rc::gen::element(Rim::sharp, Rim::torn);
    const ShapeKind shape = *rc::gen::element(ShapeKind::heart, ShapeKind::tapered, ShapeKind::polygon);
    const Job job = jobWith(rim, Cut::object, shape);
    Print print = printOf(job, job.pieces.front(), 90);
    const cv::Mat all = renderWhole(print);
    const int x = *rc::gen::inRange(0, print.size.width - 1), y = *rc::gen::inRange(0, print.size.height - 1);
    const RectPx box{x, y, *rc::gen::inRange(1, print.size.width - x),
                     *rc::gen::inRange(1, print.size.height - y)};
    RC_ASSERT(same(renderRegion(print, box), all(cv::Rect(box.x, box.y, box.width, box.height))));
    print.mirrored = print.mirrored == Mirrored::yes ? Mirrored::no : Mirrored::yes;
    RC_ASSERT(same(renderWhole(print), flipped(all)));
}
