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
    const auto file = folder / "record" / "printings.json";
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
    EXPECT_TRUE(again.aside().empty());
}

TEST(Printings, aDamagedFileIsPutAsideAndNothingOfItIsLost) {
    for (
        const char* damaged :
        {"{ broken", R"({"schema":"other","printings":[]})",
         R"({"schema":"tympan-printings-1","printings":[{"job":"a","begun":1,"pass":7,"sheets":[]}]})",
         R"({"schema":"tympan-printings-1","printings":[{"job":"a","begun":1,"pass":1,"sheets":["A1"],"missing":[2]}]})"}) {
        const ScratchFolder folder;
        write(folder / "p.json", damaged);
        Printings printings(folder / "p.json");
        EXPECT_TRUE(printings.all().empty());
        EXPECT_EQ(contentOf(printings.aside()), damaged);
        printings.keep(printing("one", 1));
        EXPECT_EQ(Printings(folder / "p.json").all().size(), 1U);
        EXPECT_EQ(contentOf(printings.aside()), damaged);
    }
}

TEST(Printings, whatCannotBeWrittenIsNotAmongThem) {
    const ScratchFolder folder;
    write(folder / "here", "a file where the folder should be");
    Printings printings(folder / "here" / "p.json");
    EXPECT_THROW(printings.keep(printing("one", 1)), Error);
    EXPECT_TRUE(printings.all().empty());
}

TEST(Printings, twoWindowsLoseNothingOfEachOther) {
    const ScratchFolder folder;
    Printings one(folder / "p.json"), other(folder / "p.json");
    Printing first{"job", "a", "laser", 100, 1, {"S1"}, {}}, second{"job", "b", "laser", 200, 1, {"S1"}, {}};
    one.keep(first);
    other.keep(second);
    EXPECT_EQ(Printings(folder / "p.json").all(), (std::vector<Printing>{first, second}));
}
