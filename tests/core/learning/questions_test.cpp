#include "core/learning/questions.h"

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/record/logbook.h"
#include "tests/support/texts.h"
#include "tests/support/tools.h"
#include "tests/support/year.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;
using testing::Not;

namespace {

/// The made-up year, asked.
class Year : public testing::Test {
  protected:
    void SetUp() override { book.putOfRun(madeUpYear()); }
    std::string answer(const Asked& asked, const char* about) {
        return inEnglish(answerOf(book.lines(asked), Text::verbatim(about)));
    }
    ScratchFolder folder;
    Logbook book{folder / "record.sqlite"};
};

}  // namespace

TEST_F(Year, countsFirstThenWhereTheyPart) {
    const std::string text = answer({.words = "gel", .material = "slate"}, "gel on slate");
    EXPECT_THAT(text, HasSubstr("gel on slate: 7 of 9 held, 2 spoiled"));
    EXPECT_THAT(text, HasSubstr("with two coats all 4"));
    EXPECT_THAT(text, HasSubstr("with one coat 3 of 5"));
}

TEST_F(Year, whichPrinterRan) {
    const std::string text = answer({.material = "tin"}, "tissue on tin");
    EXPECT_THAT(text, HasSubstr("15 of 20 held, 5 spoiled"));
    EXPECT_THAT(text, HasSubstr("with laser printer all 10"));
    EXPECT_THAT(text, HasSubstr("with ink printer 5 of 10"));
    for (const LogLine& line : book.lines({.words = "red ran"}))
        EXPECT_EQ(line.printer_kind, PrinterKind::inkjet);
}

TEST_F(Year, theEarliestWaitThatWorked) {
    const auto lines = book.lines({.words = "glue"});
    double earliest = 1e9;
    for (const LogLine& line : lines)
        if (line.outcome == Outcome::held) earliest = std::min(earliest, line.wait_min);
    EXPECT_EQ(earliest, 540);
    const auto groups = groupsOf(lines, By::wait);
    ASSERT_EQ(groups.size(), 2U);
    EXPECT_THAT(groups[0].value, Says(testing::Eq("a wait of a night")));
    EXPECT_EQ(groups[0].tally.held, 12);
    EXPECT_EQ(groups[1].tally.in_parts, 4);
    EXPECT_THAT(answer({.words = "glue"}, "glue"),
                HasSubstr("with a wait of a night all 12, with a wait under two hours none of 4"));
}

TEST_F(Year, whereEdgesFailedAndHowManyRounds) {
    EXPECT_EQ(book.lines({.words = "edge"}).size(), 4U);
    for (const Group& group : groupsOf(book.lines({.words = "glue"}), By::rounds))
        EXPECT_THAT(group.value, Says(testing::AnyOf("three rounds", "four rounds", "five rounds")));
}

TEST_F(Year, fewSayNothingAboutTheNext) {
    EXPECT_THAT(answer({.words = "gel", .outcome = Outcome::spoiled}, "gel, spoiled"),
                HasSubstr("too few to say more"));
    EXPECT_THAT(answer({.words = "parchment"}, "parchment"), testing::Eq("parchment: nothing yet."));
    EXPECT_THAT(answer({.material = "skin"}, "skin"), Not(HasSubstr("too few")));
    // What was counted, never why.
    for (const char* claim : {"because", "caused", "thanks to", "due to", "%"})
        EXPECT_THAT(answer({}, ""), Not(HasSubstr(claim)));
}

TEST(Questions, piecesOfWhichNothingWasSaidAreNotCountedAsFailed) {
    LogLine held, unsaid;
    held.outcome = Outcome::held;
    const Text tin = Text::verbatim("tin");
    EXPECT_EQ(inEnglish(answerOf({held, unsaid, unsaid}, tin)),
              "tin: all 1 held, 2 not said; too few to say more.");
    EXPECT_EQ(inEnglish(answerOf({unsaid}, tin)), "tin: one piece; of none it has been said how it went.");
}

TEST(Questions, theIntervalIsWilsons) {
    // E. B. Wilson 1927; by hand for 7 of 9 at z = 1.6449.
    const Share share = shareOf(7, 9);
    EXPECT_NEAR(share.least, 0.508, 0.005);
    EXPECT_NEAR(share.most, 0.923, 0.005);
    EXPECT_EQ(shareOf(0, 0).most, 1);
}

RC_GTEST_PROP(Questions, theIntervalHoldsTheShareAndNarrows, ()) {
    const int all = *rc::gen::inRange(1, 200), of = *rc::gen::inRange(0, all + 1);
    const Share share = shareOf(of, all), wider = shareOf(10 * of, 10 * all);
    const double p = static_cast<double>(of) / all;
    RC_ASSERT(share.least <= p + 1e-9 && p <= share.most + 1e-9);
    RC_ASSERT(share.least >= 0 && share.most <= 1);
    RC_ASSERT(wider.most - wider.least < share.most - share.least);
}

TEST(Questions, twoPiecesShowOnlyWhatDiffers) {
    const LogEntry one = fullEntry();
    EXPECT_TRUE(differences(one, one).empty());
    LogEntry other = one;
    other.printer = "ink printer";
    other.steps.front().times = 6;
    other.steps.back().real_min = 60;
    std::vector<std::string> what;
    for (const Difference& each : differences(one, other)) what.push_back(inEnglish(each.what));
    EXPECT_THAT(what, testing::ElementsAre("printer", "rounds", "dry, waiting"));
    other = one;
    other.steps.pop_back();
    const auto gone = differences(one, other);
    ASSERT_EQ(gone.size(), 1U);
    EXPECT_EQ(inEnglish(gone.front().one), "8 h 00");
    EXPECT_EQ(inEnglish(gone.front().other), "–");
}
