// What falls due rings once, with a clock that the test moves.
#include "workshop/alarms.h"

#include <gmock/gmock.h>

#include "tests/support/by_hand.h"
#include "tests/support/plans.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using namespace std::chrono_literals;

namespace {

class AlarmsTest : public testing::Test {
  protected:
    void SetUp() override {
        Job job = jobWith({"gel-rub-off"});
        job.name = "Moths";
        job.uuid = "job-moths";
        run = runs.begin(workOrderOf(job), {});
        executor.finishAll();
    }
    /// Does what is before one's hands until there is nothing but waiting.
    void workUntilItWaits() {
        for (int i = 0; i < 50 && runs.find(run) && runs.find(run)->now.kind == Now::Kind::hands; ++i) {
            const std::string task = runs.find(run)->now.task;
            ASSERT_TRUE(runs.happen(run, {.kind = Event::Kind::done, .at = {}, .task = task}));
            executor.finishAll();
        }
        ASSERT_EQ(runs.find(run)->now.kind, Now::Kind::wait);
    }
    std::shared_ptr<void> listening(workshop::Alarms& alarms) {
        return alarms.due.join([this](const std::string& of, const Alarm& alarm) {
            EXPECT_EQ(of, run);
            EXPECT_LE(alarm.at, clock.now()) << "never before its time";
            rang.push_back(alarm);
        });
    }
    ScratchFolder folder;
    ClockByHand clock;
    ExecutorByHand executor;
    workshop::Runs runs{executor, clock, folder / "record.sqlite"};
    std::string run;
    std::vector<Alarm> rang;
};

}  // namespace

TEST_F(AlarmsTest, aWaitThatEndsRingsOnceHoweverOftenOneLooks) {
    workshop::Alarms alarms(runs, clock);
    const auto kept = listening(alarms);
    workUntilItWaits();
    const std::size_t before = rang.size();
    const Moment end = runs.find(run)->now.from;
    clock.set(end - 1s);
    alarms.look();
    EXPECT_EQ(rang.size(), before) << "it goes on";
    clock.set(end + 1s);
    for (int i = 0; i < 5; ++i) {
        runs.look();
        executor.finishAll();
        alarms.look();
    }
    ASSERT_EQ(rang.size(), before + 1);
    EXPECT_EQ(rang.back().kind, Alarm::Kind::may);
}

TEST_F(AlarmsTest, whatFellDueBeforeAWindowOpensIsNotRung) {
    workUntilItWaits();
    clock.set(runs.find(run)->now.from + 1h);
    runs.look();
    executor.finishAll();
    ASSERT_FALSE(runs.alarms().empty());
    workshop::Alarms alarms(runs, clock);
    const auto kept = listening(alarms);
    alarms.look();
    EXPECT_THAT(rang, testing::IsEmpty());
}

TEST_F(AlarmsTest, aComputerThatSleptRingsAllOfItInOrder) {
    workshop::Alarms alarms(runs, clock);
    const auto kept = listening(alarms);
    workUntilItWaits();
    clock.set(clock.now() + 24h * 30);
    runs.look();
    executor.finishAll();
    alarms.look();
    ASSERT_FALSE(rang.empty());
    EXPECT_TRUE(std::is_sorted(rang.begin(), rang.end(),
                               [](const Alarm& one, const Alarm& other) { return one.at < other.at; }));
    const std::size_t once = rang.size();
    alarms.look();
    EXPECT_EQ(rang.size(), once);
}
