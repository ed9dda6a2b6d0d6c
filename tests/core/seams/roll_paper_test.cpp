#include "core/seams/roll_paper.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "core/layout/imposition.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

Job onRoll(Job job, double width_mm, double length_mm) {
    job.sheets.paper = paperNamed(std::to_string(width_mm) + "x" + std::to_string(length_mm));
    return job;
}

}  // namespace

TEST(RollPaper, isCutAsLongAsThePictureNeeds) {
    const Job job = jobOf(picture(), {900, 600});
    const PageMargins& margins = job.printers.front().margins;
    // The picture fits between the edges that the printer leaves bare.
    const auto length = lengthFromRoll(job, 601 + margins.left + margins.right);
    ASSERT_TRUE(length);
    EXPECT_NEAR(*length, 900 + margins.top + margins.bottom, 1);
    EXPECT_FALSE(lengthFromRoll(job, 20));
    EXPECT_FALSE(lengthFromRoll(Job{}, 610));
}

RC_GTEST_PROP(RollPaper, noShorterSheetsAreAsFew, ()) {
    const Job job = jobOf(picture(), {*rc::gen::inRange(50, 2000) * 1.0, *rc::gen::inRange(50, 1200) * 1.0});
    const double width = *rc::gen::inRange(150, 1100);
    const auto length = lengthFromRoll(job, width);
    RC_ASSERT(length.has_value());
    const auto sheets = [&](double mm) {
        const Job on_roll = onRoll(job, width, mm);
        return sheetsForOneCopy(on_roll, on_roll.pieces.front());
    };
    RC_ASSERT(sheets(*length) == sheets(5000));
    if (*length > 50) RC_ASSERT(sheets(*length - 1) == 0 || sheets(*length - 1) > sheets(*length));
}
