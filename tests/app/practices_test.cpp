// What makers do, each from the plan to the last step at the table, by keyboard alone.
#include "tests/support/practices.h"

#include <gmock/gmock.h>

#include "app/model/log_store.h"
#include "app/stations/transfer/table_view.h"
#include "core/base/data_folder.h"
#include "core/record/log_of_run.h"
#include "core/record/run_store.h"
#include "tests/app/transfer_station.h"

using namespace tympan;
using namespace tympan::tests;
using std::chrono::seconds;

namespace {

class PracticesAtTheTable : public TransferTest {
  protected:
    const app::RunBook::Open& run() { return window.runs().open().front(); }

    /// Plans a job, begins it and works as the table says until nothing is under way. What was begun, in its
    /// order.
    std::vector<std::string> workThrough(const Job& job) {
        window.openJob(job);
        window.goTo(app::MainWindow::transfer);
        EXPECT_TRUE(waitFor([&] { return window.planning().strip() != nullptr && window.service().idle(); }));
        if (!window.planning().strip()) return {};
        EXPECT_TRUE(window.planning().strip()->plan.cannot.empty());
        auto* begin = find<QPushButton>("begin-work");
        QTest::mouseClick(begin, Qt::LeftButton);
        if (window.runs().open().empty())
            QTest::mouseClick(begin, Qt::LeftButton);  // before the planned time
        run_ = run().id;
        std::vector<std::string> begun;
        int keys = 0;
        for (; keys < 900 && !window.runs().open().empty(); ++keys) {
            const Now what = run().now;
            const Task* task = findTask(run().state, what.task);
            EXPECT_EQ(window.table().task(), what.kind == Now::Kind::over ? "" : what.task);
            const bool on = task && run().state.past.under_way.contains(task->id);
            switch (what.kind) {
                case Now::Kind::hands:
                    if (on) {
                        if (begun.empty() || begun.back() != task->id) begun.push_back(task->id);
                        window.clock().set(now() + seconds{static_cast<long>(task->usual_min * 60)});
                    }
                    break;
                case Now::Kind::wait:
                    window.clock().set(std::max(now(), what.from));
                    break;
                case Now::Kind::later:
                    window.clock().set(std::max(now(), what.from));
                    continue;
                case Now::Kind::over:
                    break;
            }
            const bool more = task && task->again && task->round.value_or(1) < 2 && task->work != Work::swab;
            QTest::keyClick(&window.table(),
                            more && what.kind == Now::Kind::wait ? Qt::Key_R : Qt::Key_Space);
        }
        EXPECT_LT(keys, 900) << "and no end";
        return begun;
    }

    /// The run that was worked through as the record has it.
    WorkRun kept() { return RunStore(recordFile()).read(run_); }

  private:
    std::string run_;
};

}  // namespace

TEST_F(PracticesAtTheTable, areDoneToTheLastStep) {
    for (const auto& [name, practice] : allPractices()) {
        SCOPED_TRACE(name);
        const std::vector<std::string> begun = workThrough(jobOf(practice));
        EXPECT_GT(begun.size(), 2U);
        const WorkRun run = kept();
        const RunState state = stateOf(run);
        EXPECT_TRUE(state.ended);
        for (const Task& task : state.tasks) {
            EXPECT_TRUE(isDone(state, task.id)) << task.id;
            if (!task.hands || task.gate) continue;
            EXPECT_THAT(begun, testing::Contains(task.id)) << "it was begun before it was done";
        }
        // Nothing is done before what it comes after, and no deadline was missed on the way.
        for (const Task& task : state.tasks)
            for (const Tie& tie : task.after) {
                const TimeSpan& mine = state.past.done.at(task.id);
                const TimeSpan& other = state.past.done.at(state.tasks[tie.task].id);
                const double lag =
                    static_cast<double>((mine.from - (tie.from_begin ? other.from : other.to)).count()) / 60;
                EXPECT_GE(lag, tie.least_min - 0.05) << task.id;
                if (tie.most_min && task.hands) {
                    EXPECT_LE(lag, *tie.most_min + 0.05) << task.id;
                }
            }
        EXPECT_EQ(entriesOf(run).size(), state.order.pieces.size());
    }
}

TEST_F(PracticesAtTheTable, aCanIsWarmedOnceWithBothItsSidesLaid) {
    const std::vector<std::string> begun = workThrough(canWithTwoSides());
    const RunState state = stateOf(kept());
    std::vector<std::string> steps;
    for (const std::string& id : begun) {
        const Task* task = findTask(state, id);
        if (task->step == "lay" || task->step == "oven" || task->step == "soak") steps.push_back(task->step);
    }
    EXPECT_EQ(std::count(steps.begin(), steps.end(), "oven"), 1);
    EXPECT_THAT(std::vector<std::string>(steps.begin(), steps.begin() + 3),
                testing::ElementsAre("lay", "lay", "oven"));
}
