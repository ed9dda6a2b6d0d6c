#include <gmock/gmock.h>

#include "core/base/data_folder.h"
#include "core/job/job_recipe.h"
#include "core/record/log_of_run.h"
#include "core/record/logbook.h"
#include "tests/support/plans.h"
#include "tests/support/tools.h"
#include "tests/support/worked.h"

using namespace tympan;
using namespace tympan::tests;
using testing::IsEmpty;
using testing::Not;

TEST(TheDemosNight, leavesTenPiecesInTheLogbookThatNobodyTyped) {
    const Job demo = jobFromRecipe(dataFolder() / "demo" / "brindle-moor.json");
    const WorkRun night =
        workedThrough({"night", lisbon.read("2026-12-03T17:00"), workOrderOf(demo), demo.work}, lisbon);
    const ScratchFolder folder;
    Logbook book(folder / "record.sqlite");
    book.putOfRun(entriesOf(night));
    ASSERT_EQ(book.count(), 10);
    for (const LogEntry& entry : book.latest()) {
        SCOPED_TRACE(entry.name);
        EXPECT_THAT(entry.method, Not(IsEmpty()));
        EXPECT_THAT(entry.printer, Not(IsEmpty()));
        EXPECT_THAT(entry.carrier, Not(IsEmpty()));
        EXPECT_THAT(entry.material, Not(IsEmpty()));
        EXPECT_THAT(entry.steps, Not(IsEmpty()));
        EXPECT_GT(entry.area_cm2, 0);
        EXPECT_GT(handsMinutes(entry), 0);
        EXPECT_LT(entry.begun, entry.made);
    }
    EXPECT_EQ(book.lines({.printer = "the copy shop"}).size(), 1U);
    EXPECT_EQ(book.lines({.words = "comet"}).size(), 1U);
}
