#include "core/record/supplies.h"

#include <gmock/gmock.h>

#include "tests/support/tools.h"
#include "tests/support/year.h"

using namespace tympan;
using namespace tympan::tests;
using std::chrono::hours;

namespace {

const std::string coat = "glue-rub-off/coat";

Supply bottle(const char* id, Moment opened) { return {id, "wood glue", {coat}, 500, 10, opened, {}}; }

/// A piece that took so much from the bottle.
LogEntry tookGlue(double ml, hours after) {
    LogEntry entry = fullEntry();
    entry.begun += after;
    entry.made += after;
    entry.steps.front().key = coat;
    entry.steps.front().ml = ml;
    return entry;
}

}  // namespace

TEST(Supplies, whatIsLeftFollowsFromTheEntriesAlone) {
    const Supply glue = bottle("a", fullEntry().begun - hours{1});
    std::vector<LogEntry> entries{tookGlue(120, hours{0}), tookGlue(80, hours{50})};
    EXPECT_DOUBLE_EQ(usedFrom(glue, {glue}, entries), 200);
    EXPECT_DOUBLE_EQ(*leftOf(glue, {glue}, entries), 300);
    entries.push_back(tookGlue(999, hours{-50}));
    EXPECT_DOUBLE_EQ(*leftOf(glue, {glue}, entries), 300) << "before it was opened";
    entries.push_back(tookGlue(999, hours{60}));
    EXPECT_DOUBLE_EQ(*leftOf(glue, {glue}, entries), 0) << "never less than nothing";
    Supply unknown = glue;
    unknown.holds_ml = 0;
    EXPECT_FALSE(leftOf(unknown, {unknown}, entries));
}

TEST(Supplies, aPieceCostsItsShareOfTheBottleAndWhatWasBoughtForIt) {
    const Moment begun = fullEntry().begun;
    Supply old = bottle("a", begun - hours{200}), fresh = bottle("b", begun - hours{1});
    fresh.price = 20;
    const Cost cost = costOf(tookGlue(50, hours{0}), {old, fresh});
    EXPECT_DOUBLE_EQ(cost.bought, 2.5);
    EXPECT_DOUBLE_EQ(cost.shared.at("wood glue"), 2) << "from the one that was opened last";
    EXPECT_DOUBLE_EQ(cost.withShare(), 4.5);
    old.empty = begun - hours{5};
    EXPECT_DOUBLE_EQ(costOf(tookGlue(50, hours{0}), {old}).unpriced_ml, 50) << "it was empty by then";
}

TEST(Supplies, theSharesOfAllPiecesAreThePriceOfTheBottle) {
    const Supply glue = bottle("a", fullEntry().begun - hours{1});
    double shares = 0;
    for (int i = 0; i < 10; ++i) shares += costOf(tookGlue(50, hours{i}), {glue}).withShare() - 2.5;
    EXPECT_NEAR(shares, glue.price, 1e-9);
}

TEST(Supplies, sayWithWhichProductAPieceWasLaid) {
    const Supply glue = bottle("a", fullEntry().begun - hours{1});
    LogEntry coated = tookGlue(50, hours{0});
    coated.steps.front().work = Work::coat;
    const LogEntry laid = withProducts({coated}, {glue}).front();
    const auto with = std::find_if(laid.steps.begin(), laid.steps.end(),
                                   [](const DoneStep& step) { return step.key == coat && step.hands; });
    ASSERT_NE(with, laid.steps.end());
    EXPECT_EQ(with->product, "wood glue");
    EXPECT_EQ(lineOf(laid).medium, "wood glue");
    Supply later = glue;
    later.name = "another";
    EXPECT_EQ(withProducts({laid}, {later}).front(), laid)
        << "what is known stays, whatever stands there now";
    EXPECT_EQ(lineOf(withProducts({coated}, {}).front()).medium, "") << "nobody has said";
}

TEST(Supplies, lowStockIsSaidUnlessAnotherStandsThere) {
    const Supply glue = bottle("a", fullEntry().begun - hours{1});
    const std::vector<LogEntry> entries{tookGlue(450, hours{0})};
    const auto low = shortFor({{coat, 80}, {"other/coat", 900}}, {glue}, entries);
    ASSERT_EQ(low.size(), 1u);
    EXPECT_DOUBLE_EQ(low.front().left_ml, 50);
    EXPECT_DOUBLE_EQ(low.front().needs_ml, 80);
    EXPECT_TRUE(shortFor({{coat, 40}}, {glue}, entries).empty());
    Supply unopened = bottle("b", {});
    unopened.opened.reset();
    EXPECT_TRUE(shortFor({{coat, 80}}, {glue, unopened}, entries).empty());
}

TEST(Supplies, areKept) {
    const ScratchFolder folder;
    Supply glue = bottle("a", fullEntry().begun);
    glue.empty = fullEntry().made;
    Shelf(folder / "record.sqlite").keep(glue);
    Shelf shelf(folder / "record.sqlite");
    EXPECT_EQ(shelf.all(), std::vector{glue});
    shelf.erase("a");
    EXPECT_TRUE(shelf.all().empty());
}

TEST(Supplies, ofTwoOpenBottlesTheOneOpenedLastIsCharged) {
    const Supply old = bottle("a", fullEntry().begun - hours{100}),
                 fresh = bottle("b", fullEntry().begun - hours{1});
    const std::vector<LogEntry> entries{tookGlue(120, hours{0})};
    EXPECT_DOUBLE_EQ(usedFrom(old, {old, fresh}, entries), 0);
    EXPECT_DOUBLE_EQ(usedFrom(fresh, {old, fresh}, entries), 120);
    EXPECT_EQ(costOf(entries[0], {old, fresh}).shared.size(), 1U) << "as the cost has it";
}

TEST(Supplies, anotherBottleHelpsOutOnceWhateverItIsFor) {
    Supply open = bottle("a", fullEntry().begun), other = bottle("b", fullEntry().begun);
    open.keys = other.keys = {"glue/coat", "glue/seal", "glue/lay"};
    open.holds_ml = other.holds_ml = 100;
    const std::map<std::string, double> needs{{"glue/coat", 100}, {"glue/seal", 100}, {"glue/lay", 100}};
    EXPECT_FALSE(shortFor(needs, {open, other}, {}).empty()) << "300 ml are needed, 200 are there";
}
