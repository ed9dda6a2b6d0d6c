#include "core/schedule/needs.h"

#include <gmock/gmock.h>

#include "core/documents/plan_sheet.h"
#include "core/job/edits.h"
#include "core/schedule/plan.h"
#include "tests/support/plans.h"
#include "tests/support/texts.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

struct Made {
    Job job;
    WorkOrder order;
    Plan plan;
    Needs needs;
};

Made madeOf(Job job) {
    Made made{job, workOrderOf(job), {}, {}};
    made.plan = planned(made.order, conditionsFrom("2026-12-05T10:00", ""), {1, 1, 1});
    const Imposition sheets = impose(job);
    made.needs = needsOf(job, &sheets, made.plan, made.order);
    return made;
}

const Needs::Coating* coating(const Needs& needs, const std::string& key) {
    for (const Needs::Coating& each : needs.coatings)
        if (each.key == key) return &each;
    return nullptr;
}

}  // namespace

TEST(Needs, sheetsAreCountedByPrinterAndPaper) {
    Job job = jobWith({"gel-rub-off", "gel-rub-off", "skin-sheet"});
    Printer shop;
    shop.name = "a shop";
    job = withPrinterLike(job, job.pieces[1].id, shop);
    const Made made = madeOf(job);
    ASSERT_EQ(made.needs.printings.size(), 3u);
    int sheets = 0;
    for (const Needs::Printing& each : made.needs.printings) {
        EXPECT_GE(each.sheets, 1) << each.printer << each.carrier;
        EXPECT_EQ(each.pieces.size(), 1u);
        sheets += each.sheets;
    }
    EXPECT_EQ(sheets, static_cast<int>(impose(job).sheets.size()));
}

TEST(Needs, whatIsNotLaidOutYetIsNotCounted) {
    const Made made = madeOf(jobWith({"gel-rub-off"}));
    const Needs needs = needsOf(made.job, nullptr, made.plan, made.order);
    ASSERT_EQ(needs.printings.size(), 1u);
    EXPECT_EQ(needs.printings.front().sheets, 0);
    EXPECT_THAT(inLines(needs, made.order).front(), Says(testing::Not(HasSubstr("sheet,"))));
}

TEST(Needs, areasAreThoseOfThePicturesTimesTheCopies) {
    const Made one = madeOf(jobWith({"gel-rub-off"})), six = madeOf(jobWith({"gel-rub-off"}, 6));
    const Needs::Coating *single = coating(one.needs, "gel-rub-off/coat"),
                         *many = coating(six.needs, "gel-rub-off/coat");
    ASSERT_TRUE(single && many);
    EXPECT_NEAR(single->areas.front().cm2, 8 * 6, 0.01) << "the picture is 80 x 60 mm";
    EXPECT_NEAR(many->cm2, 6 * single->cm2, 0.01);
    EXPECT_FALSE(single->ml) << "nobody has said how far it goes";
}

TEST(Needs, amountsGoByWhatWasTyped) {
    Job job = jobWith({"gel-rub-off"});
    job.work.coverage["gel-rub-off/coat"] = 4;
    const Made made = madeOf(job);
    const Needs::Coating* coat = coating(made.needs, "gel-rub-off/coat");
    ASSERT_TRUE(coat && coat->ml);
    EXPECT_NEAR(*coat->ml, coat->cm2 / 100 * 4, 1e-9);
    EXPECT_THAT(inLines(made.needs, made.order),
                testing::Contains(Says(HasSubstr("ml in all by your coverage"))));
}

TEST(Needs, standOnThePrintedPlan) {
    Job job = jobWith({"gel-rub-off"});
    job.name = "Open night";
    job.work.coverage["gel-rub-off/coat"] = 4;
    const Made made = madeOf(job);
    const ScratchFolder folder;
    writePlanSheet(Language{}, folder / "plan.pdf", job, made.plan, made.order,
                   conditionsFrom("2026-12-05T10:00", ""), made.needs);
    const std::string text = run({"pdftotext", "-layout", (folder / "plan.pdf").string(), "-"}).out;
    EXPECT_THAT(text, HasSubstr("Open night: what to do, and when"));
    EXPECT_THAT(text, HasSubstr("one sheet"));
    EXPECT_THAT(text, HasSubstr("by your coverage"));
}
