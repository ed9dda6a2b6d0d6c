#include "core/record/printings.h"

#include <gmock/gmock.h>

#include "core/base/error.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::ElementsAre;

namespace {

Printing printing(const std::string& job, long long begun, std::optional<std::vector<int>> missing = {}) {
    return {job, "Open night", "the laser", begun, 1, {"A1", "A2", "B1"}, std::move(missing)};
}

}  // namespace

TEST(Printings, whatIsKeptIsThereTheNextTimeAndAnAnswerTakesItsPlace) {
    const ScratchFolder folder;
    const auto file = folder / "record" / "record.sqlite";
    {
        Printings printings(file);
        EXPECT_TRUE(printings.all().empty());
        printings.keep(printing("one", 100));
        printings.keep(printing("two", 200));
        printings.keep(printing("one", 300));
        printings.keep(printing("one", 100, std::vector<int>{2, 3}));
    }
    const Printings again(file);
    ASSERT_EQ(again.all().size(), 3U);
    EXPECT_EQ(again.all()[0], printing("one", 100, std::vector<int>{2, 3}));
    EXPECT_THAT(again.of("one"),
                ElementsAre(printing("one", 300), printing("one", 100, std::vector<int>{2, 3})));
    EXPECT_TRUE(again.of("three").empty());
}

TEST(Printings, whatAnEarlierVersionKeptIsTakenOverOnce) {
    const ScratchFolder folder;
    write(
        folder / "printings.json",
        R"({"schema":"tympan-printings-1","printings":[{"job":"one","title":"Open night","printer":"the laser",
              "begun":100,"pass":1,"sheets":["A1","A2","B1"],"missing":[2]}]})");
    const auto file = folder / "record.sqlite";
    EXPECT_THAT(Printings(file).all(), ElementsAre(printing("one", 100, std::vector<int>{2})));
    EXPECT_FALSE(std::filesystem::exists(folder / "printings.json"));
    EXPECT_TRUE(std::filesystem::exists(folder / "printings-moved-1.json"));
    Printings later(file);
    later.keep(printing("one", 100, std::vector<int>{}));
    EXPECT_THAT(Printings(file).all(), ElementsAre(printing("one", 100, std::vector<int>{})));
}

TEST(Printings, aDamagedFileOfAnEarlierVersionIsPutAsideAndNothingOfItIsLost) {
    for (
        const char* damaged :
        {"{ broken", R"({"schema":"other","printings":[]})",
         R"({"schema":"tympan-printings-1","printings":[{"job":"a","begun":1,"pass":7,"sheets":[]}]})",
         R"({"schema":"tympan-printings-1","printings":[{"job":"a","begun":1,"pass":1,"sheets":["A1"],"missing":[2]}]})"}) {
        const ScratchFolder folder;
        write(folder / "printings.json", damaged);
        Printings printings(folder / "record.sqlite");
        EXPECT_TRUE(printings.all().empty());
        EXPECT_EQ(contentOf(folder / "printings-damaged-1.json"), damaged);
        printings.keep(printing("one", 1));
        EXPECT_EQ(Printings(folder / "record.sqlite").all().size(), 1U);
        EXPECT_EQ(contentOf(folder / "printings-damaged-1.json"), damaged);
    }
}

TEST(Printings, whatCannotBeWrittenIsNotAmongThem) {
    const ScratchFolder folder;
    write(folder / "here", "a file where the folder should be");
    Printings printings(folder / "here" / "record.sqlite");
    EXPECT_THROW(printings.keep(printing("one", 1)), Error);
    EXPECT_THROW(printings.all(), Error);
}

TEST(Printings, twoWindowsLoseNothingOfEachOther) {
    const ScratchFolder folder;
    Printings one(folder / "record.sqlite"), other(folder / "record.sqlite");
    Printing first{"job", "a", "laser", 100, 1, {"S1"}, {}}, second{"job", "b", "laser", 200, 1, {"S1"}, {}};
    one.keep(first);
    other.keep(second);
    EXPECT_EQ(Printings(folder / "record.sqlite").all(), (std::vector<Printing>{first, second}));
}
