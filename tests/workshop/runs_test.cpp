// Runs without a window: what is shown is on the disk, two programs see each other, plans follow.
#include "workshop/runs.h"

#include <gmock/gmock.h>

#include "core/record/database.h"
#include "tests/support/by_hand.h"
#include "tests/support/plans.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using namespace std::chrono_literals;
using workshop::RunNews;

namespace {

class RunsTest : public testing::Test {
  protected:
    std::filesystem::path file() const { return folder / "record.sqlite"; }
    WorkOrder order(const std::string& name = "Moths") const {
        Job job = jobWith({"gel-rub-off", "glue-rub-off"});
        job.name = name;
        job.uuid = "job-" + name;
        return workOrderOf(job);
    }
    /// Does what is before the hands of a run; whether it could be kept.
    static bool goOn(workshop::Runs& runs, const std::string& run) {
        const std::string task = runs.find(run)->now.task;
        return runs.happen(run, {.kind = Event::Kind::done, .at = {}, .task = task});
    }
    ScratchFolder folder;
    ClockByHand clock;
    ExecutorByHand executor;
};

/// What the disk has of a run, folded, against what is shown of it.
void expectShownIsKept(const workshop::Runs& runs) {
    for (const workshop::Runs::Open& open : runs.open()) {
        const RunState kept = stateOf(*runs.read(open.id));
        EXPECT_EQ(kept.past.done, open.state.past.done);
        EXPECT_EQ(kept.past.under_way, open.state.past.under_way);
        EXPECT_EQ(kept.left_out, open.state.left_out);
        EXPECT_EQ(kept.tasks.size(), open.state.tasks.size());
        EXPECT_EQ(open.plan.times.size(), open.plan.tasks.size());
        EXPECT_EQ(open.plan.tasks.size(), open.state.tasks.size());
    }
}

}  // namespace

TEST_F(RunsTest, whatHappensIsShownAtOnceAndPlannedWhenThatComesBack) {
    workshop::Runs runs(executor, clock, file());
    int changes = 0;
    const auto listening = runs.changed.join([&] { ++changes; });
    const std::string run = runs.begin(order(), {});
    ASSERT_FALSE(run.empty());
    EXPECT_EQ(changes, 1);
    EXPECT_EQ(runs.find(run)->now.kind, Now::Kind::hands) << "before any plan was made";
    executor.finishAll();
    EXPECT_EQ(changes, 2);
    const std::string first = runs.find(run)->now.task;
    EXPECT_TRUE(goOn(runs, run));
    EXPECT_NE(runs.find(run)->now.task, first) << "the plan is not waited for";
    expectShownIsKept(runs);
    executor.finishAll();
    expectShownIsKept(runs);
}

TEST_F(RunsTest, aPlanOfAnEarlierMomentIsNotShownInAnyOrder) {
    const int orders = inEveryOrder(
        [&](ExecutorByHand& by_hand) {
            auto place = std::make_shared<ScratchFolder>();
            auto runs = std::make_shared<workshop::Runs>(by_hand, clock, *place / "record.sqlite");
            auto run = std::make_shared<std::string>();
            const Moment at = clock.now();
            return Scenario{{[=, this] { *run = runs->begin(order(), {}); }, [=] { goOn(*runs, *run); },
                             [=] { goOn(*runs, *run); }},
                            [=] {
                                expectShownIsKept(*runs);
                                // The plan is that of the state as it is now.
                                const workshop::Runs::Open& open = *runs->find(*run);
                                const Plan now = planFrom(open.state, lisbon, at);
                                EXPECT_EQ(now.times, open.plan.times);
                                static_cast<void>(place);
                            }};
        },
        3000);
    EXPECT_GT(orders, 5);
}

TEST_F(RunsTest, aBetterPlanIsLookedForInRestAndLeavesWhatIsBeforeTheHands) {
    // Enough work for twelve tries to be too few.
    Job job = jobWith(
        {"gel-rub-off", "napkin", "glue-rub-off", "skin-sheet", "iron-on-paper", "release-sheet-press"}, 3);
    job.uuid = "much";
    WorkWishes wishes;
    wishes.hours = evenings;
    workshop::Runs runs(executor, clock, file());
    const std::string run = runs.begin(workOrderOf(job), wishes);
    executor.finishAll();
    const Plan quick = runs.find(run)->plan;
    const Now before = runs.find(run)->now;
    clock.goOn(workshop::Runs::rests_after);
    EXPECT_EQ(executor.asked(), 1U);
    executor.finishAll();
    const workshop::Runs::Open& open = *runs.find(run);
    const Plan patient = planFrom(open.state, lisbon, clock.now(), {});
    EXPECT_LE(open.plan.end, quick.end);
    EXPECT_EQ(open.now.task, before.task);
    if (patient.end < quick.end && nowOf(open.state, patient, clock.now()).task == before.task) {
        EXPECT_EQ(open.plan.end, patient.end);
    }
    clock.goOn(30s);
    EXPECT_EQ(executor.asked(), 0U) << "once";
    // Whoever goes on meanwhile has a plan of what happened, not of before.
    EXPECT_TRUE(goOn(runs, run));
    executor.finishAll();
    clock.goOn(workshop::Runs::rests_after);
    EXPECT_TRUE(goOn(runs, run));
    executor.finishAll();
    expectShownIsKept(runs);
}

TEST_F(RunsTest, twoProgramsSeeEachOtherAndNeitherDoesAStepTwice) {
    workshop::Runs one(executor, clock, file()), other(executor, clock, file());
    std::vector<RunNews::What> told;
    const auto listening = other.told.join([&](const RunNews& news) { told.push_back(news.what); });
    const std::string run = one.begin(order(), {});
    executor.finishAll();
    EXPECT_EQ(other.find(run), nullptr);
    other.look();
    executor.finishAll();
    ASSERT_NE(other.find(run), nullptr) << "seen when it looks";
    const std::string task = one.find(run)->now.task;
    EXPECT_EQ(other.find(run)->now.task, task);
    EXPECT_TRUE(goOn(one, run));
    executor.finishAll();
    // The other still shows what was done in the first one.
    EXPECT_EQ(other.find(run)->now.task, task);
    EXPECT_FALSE(goOn(other, run));
    EXPECT_THAT(told, testing::ElementsAre(RunNews::What::elsewhere));
    executor.finishAll();
    EXPECT_EQ(other.find(run)->now.task, one.find(run)->now.task);
    EXPECT_EQ(one.read(run)->events.size(), 1U);
    EXPECT_TRUE(goOn(other, run));
    EXPECT_TRUE(other.happen(run, {.kind = Event::Kind::ended, .at = {}}));
    one.look();
    EXPECT_EQ(one.find(run), nullptr) << "ended in the other";
    expectShownIsKept(other);
}

TEST_F(RunsTest, aRunThatCannotBeReadIsSaidOnceAndKeepsNoneAway) {
    std::string good;
    {
        workshop::Runs runs(executor, clock, file());
        good = runs.begin(order(), {});
        const std::string bad = runs.begin(order("Frost"), {});
        SQLite::Database record = openRecord(file());
        SQLite::Statement spoil(record, "UPDATE runs SET start = '{}' WHERE id = ?");
        spoil.bind(1, bad);
        spoil.exec();
    }
    workshop::Runs runs(executor, clock, file());
    ASSERT_EQ(runs.found().size(), 1U);
    EXPECT_EQ(runs.found().front().what, RunNews::What::unreadable);
    int told = 0;
    const auto listening = runs.told.join([&](const RunNews&) { ++told; });
    for (int k = 0; k < 5; ++k) runs.look();
    EXPECT_EQ(told, 0) << "not each second";
    ASSERT_EQ(runs.open().size(), 1U);
    EXPECT_EQ(runs.open().front().id, good);
}

TEST_F(RunsTest, ofTwoRunsTheHandsAreNeverAtBothAtOnce) {
    workshop::Runs runs(executor, clock, file());
    runs.begin(order("Moths"), {});
    clock.goOn(60s);
    runs.begin(order("Frost"), {});
    executor.finishAll();
    ASSERT_EQ(runs.open().size(), 2U);
    // Of one run, looks are made while hands are at what is looked at.
    const auto hands = [&](std::size_t which) {
        std::vector<TimeSpan> spans;
        const Plan& plan = runs.open()[which].plan;
        for (std::size_t i = 0; i < plan.tasks.size(); ++i)
            if (plan.tasks[i].takesHands()) spans.push_back(plan.times[i]);
        return spans;
    };
    int pairs = 0;
    for (const TimeSpan& one : hands(0))
        for (const TimeSpan& other : hands(1)) {
            EXPECT_TRUE(one.to <= other.from || other.to <= one.from);
            ++pairs;
        }
    EXPECT_GT(pairs, 100);
}
