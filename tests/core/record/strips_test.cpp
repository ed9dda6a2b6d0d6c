#include "core/record/strips.h"

#include <gtest/gtest.h>

#include "core/record/database.h"
#include "core/record/logbook.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

MeasuredTransfer strip(const std::string& id, long long made) {
    return {id,
            "the laser printer",
            "gel-rub-off",
            "slate",
            made,
            {"slate", {0, 1}, {0, 0.7}, Basis::measured},
            0.3,
            {}};
}

}  // namespace

TEST(Strips, areKeptAndTheLatestCounts) {
    const ScratchFolder folder;
    {
        Strips strips(folder / "record.sqlite");
        strips.keep(strip("old", 100), "a picture");
        strips.keep(strip("new", 200));
    }
    const Strips strips(folder / "record.sqlite");
    const auto all = strips.all();
    ASSERT_EQ(all.size(), 2u);
    EXPECT_EQ(all.front(), strip("new", 200));
    EXPECT_EQ(strips.picture("old"), "a picture");
    EXPECT_EQ(latestFor(all, "the laser printer", "gel-rub-off", "slate")->id, "new");
    EXPECT_EQ(latestFor(all, "another", "gel-rub-off", "slate"), nullptr);
}

TEST(Strips, aPrinterWithoutANameHasItsOwn) {
    const ScratchFolder folder;
    Strips strips(folder / "record.sqlite");
    MeasuredTransfer nameless = strip("one", 100);
    nameless.printer.clear();
    strips.keep(nameless);
    EXPECT_EQ(strips.all(), std::vector{nameless});
}

TEST(Strips, aDamagedOneLeavesTheOthers) {
    const ScratchFolder folder;
    Strips strips(folder / "record.sqlite");
    strips.keep(strip("good", 100));
    strips.keep(strip("bad", 200));
    openRecord(folder / "record.sqlite").exec("UPDATE strips SET strip = '{\"id\":7}' WHERE id = 'bad'");
    ASSERT_EQ(strips.all().size(), 1u);
    EXPECT_EQ(strips.all().front().id, "good");
    strips.erase("good");
    EXPECT_TRUE(strips.all().empty());
}

TEST(Strips, aRecordOfBeforeThereWereStripsIsBroughtUpToDate) {
    const ScratchFolder folder;
    { Logbook book(folder / "record.sqlite"); }
    openRecord(folder / "record.sqlite")
        .exec(
            "DROP INDEX entries_line; ALTER TABLE entries DROP COLUMN medium; DROP TABLE strips; "
            "DROP TABLE supplies; DROP TABLE swabs; DROP TABLE proofs; PRAGMA "
            "user_version = 2");
    Strips strips(folder / "record.sqlite");
    strips.keep(strip("one", 100));
    EXPECT_EQ(strips.all().size(), 1u);
}
