#include "core/layout/shared_ink.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// Two bands whose cuts do not line up, so that three and four tiles overlap.
SeamPlan plan(bool upright, int overlap) {
    const SizePx print{200, 160};
    const int along = upright ? print.height : print.width, across = upright ? print.width : print.height;
    return planOf(
        print,
        straightBands(upright, {0, across / 2, across}, {{0, along / 3, along}, {0, along / 2, along}},
                      {Orientation::portrait, Orientation::portrait}),
        Joint::two_goes, overlap);
}

}  // namespace

RC_GTEST_PROP(SharedInk, ofAllTilesAddsUpToTheWholeExactly, ()) {
    const SeamPlan seams = plan(*rc::gen::arbitrary<bool>(), *rc::gen::inRange(1, 40));
    const InkKind kind = *rc::gen::element(InkKind::tones, InkKind::dots);
    cv::Mat whole = noise({seams.print.width, seams.print.height}, *rc::gen::element(CV_8UC1, CV_8UC3));
    if (kind == InkKind::dots) whole = (whole > 128);
    cv::Mat sum(whole.size(), CV_16UC(whole.channels()), cv::Scalar::all(0));
    bool shared = false;
    for (std::size_t tile = 0; tile < seams.tiles.size(); ++tile) {
        const RectPx box = inkedFor(seams, tile, 0);
        cv::Mat ink = whole(cv::Rect(box.x, box.y, box.width, box.height)).clone();
        shareInk(ink, seams, tile, box, kind);
        shared = shared || !same(ink, whole(cv::Rect(box.x, box.y, box.width, box.height)));
        cv::Mat k, part = sum(cv::Rect(box.x, box.y, box.width, box.height));
        cv::Mat(~ink).convertTo(k, CV_16U);
        part += k;
        if (kind == InkKind::dots)
            RC_ASSERT(cv::countNonZero((ink.reshape(1) != 0) & (ink.reshape(1) != 255)) == 0);
    }
    cv::Mat k;
    cv::Mat(~whole).convertTo(k, CV_16U);
    RC_ASSERT(same(sum, k));
    RC_ASSERT(shared);
}

TEST(SharedInk, isAllOfItAtOtherJoints) {
    SeamPlan seams = plan(false, 20);
    for (Seam& seam : seams.seams) seam.joint = Joint::lap;
    const cv::Mat whole = noise({200, 160}, CV_8UC1);
    cv::Mat ink = whole.clone();
    shareInk(ink, seams, 0, {0, 0, 200, 160}, InkKind::tones);
    EXPECT_TRUE(same(ink, whole));
}
