#include "core/layout/roll_length.h"

#include <gtest/gtest.h>

#include "core/job/edits.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

Job copiesOf(const SizeMm& size, int copies) {
    Job job = jobOf(artworkOf(marked({300, 200}, 3)), size);
    job.pieces.front().copies = copies;
    job.pieces.front().spares = 0;
    return job;
}

}  // namespace

TEST(LengthOnRoll, isWhatThePrintsCoverWithBareEdges) {
    const auto length = lengthOnRoll(copiesOf({300, 200}, 1), 610);
    ASSERT_TRUE(length);
    EXPECT_GE(*length, 200 + 10) << "five millimetres stay bare at both ends";
    EXPECT_LE(*length, 300 + 2 * 15 + 1) << "whichever way it lies";
}

TEST(LengthOnRoll, bareStretchesAreCutOut) {
    // A print of several parts lies in the middle of sheets of five metres.
    Job job = copiesOf({900, 700}, 1);
    job.pieces.front().artwork = artworkOf(cv::Mat(200, 300, CV_8UC1, cv::Scalar(40)));  // no part is bare
    const double length = lengthOnRoll(job, 610).value();
    EXPECT_GE(length, 900 * 700 / 610.0);
    EXPECT_LE(length, 2 * (700 + 2 * 15) + 10) << "with a little that reaches over the seam";
}

TEST(LengthOnRoll, copiesLieBesideEachOther) {
    const double one = lengthOnRoll(copiesOf({120, 80}, 1), 610).value(),
                 four = lengthOnRoll(copiesOf({120, 80}, 4), 610).value(),
                 forty = lengthOnRoll(copiesOf({120, 80}, 40), 610).value();
    EXPECT_LT(four, 2 * one) << "four go beside each other";
    EXPECT_GT(forty, four);
    EXPECT_GT(forty, 40 * 120 * 80 / 610.0) << "no less than their area";
    EXPECT_LT(forty, 2 * 40 * 120 * 80 / 610.0 + one) << "and not much more";
}

TEST(LengthOnRoll, aWiderRollTakesNoMoreLength) {
    const Job job = copiesOf({180, 110}, 12);
    double before = 1e9;
    for (const double width : {300, 610, 914, 1067}) {
        const double length = lengthOnRoll(job, width).value();
        EXPECT_LE(length, before) << width;
        before = length;
    }
}

TEST(LengthOnRoll, ofNothingOrTooNarrowThereIsNone) {
    EXPECT_FALSE(lengthOnRoll(Job{}, 610));
    EXPECT_FALSE(lengthOnRoll(copiesOf({120, 80}, 1), 20));
}
