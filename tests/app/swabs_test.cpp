// Whether ink runs: a damp swab is asked for at the table, said by hand, and known from then on.
#include <QLabel>
#include <QSpinBox>

#include <gmock/gmock.h>

#include "app/model/planning.h"
#include "app/stations/logbook/strip_desk.h"
#include "app/stations/transfer/table_view.h"
#include "tests/app/empty_record.h"
#include "tests/app/transfer_station.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class SwabAtWork : EmptyRecord, public TransferTest {
  protected:
    void SetUp() override {
        TransferTest::SetUp();
        planAgain();
    }
    void planAgain() {
        plan({"tissue-overlay"});
        window.store().edit(QStringLiteral("an inkjet"), [](Job job) {
            job.printers.front().name = "the inkjet";
            job.printers.front().kind = PrinterKind::inkjet;
            return job;
        });
        ASSERT_TRUE(
            waitFor([&] { return window.planning().current().has_value() && window.service().idle(); }));
    }
    /// Steps of the plan as it stands, by kind.
    int planned(const std::string& step, bool hands = true) {
        int count = 0;
        const auto current = window.planning().current();
        for (const Task& task : current->second.tasks)
            count += task.step == step && task.hands == hands ? 1 : 0;
        return count;
    }
    const Task& now() {
        const app::RunBook::Open& run = window.runs().open().front();
        return *findTask(run.state, run.now.task);
    }
    /// Works up to the swab, as though all before it went well.
    void workToSwab() {
        for (int k = 0; k < 60 && now().work != Work::swab; ++k) {
            ASSERT_TRUE(window.runs().happen(window.runs().open().front().id,
                                             {.kind = Event::Kind::done, .at = {}, .task = now().id}));
            // Nobody is quicker than the plan that follows.
            ASSERT_TRUE(waitFor([&] { return window.service().idle(); }));
        }
        ASSERT_EQ(now().work, Work::swab);
    }
    void beginAtTable() {
        click("begin-work");
        ASSERT_TRUE(waitFor([&] { return window.service().idle(); }));
        workToSwab();
        // It is begun like any other step, and then asks.
        if (find<QPushButton>("table-done")->text() == QStringLiteral("Begin"))
            QTest::keyClick(find("at-the-table-view"), Qt::Key_Space);
    }
    bool asks(const char* button) { return find<QPushButton>(button)->isVisibleTo(&window); }
    const std::vector<SwabTest>& tests() { return window.strips().swabs().all(); }
};

}  // namespace

TEST_F(SwabAtWork, thePlanAsksForItBeforeAnythingIsLaid) {
    EXPECT_EQ(planned("swab"), 1);
    EXPECT_EQ(planned("swab-coat"), 0);
}

TEST_F(SwabAtWork, whatRanIsCoatedAndSwabbedAgainAndWhatHeldIsKnown) {
    beginAtTable();
    ASSERT_TRUE(asks("table-trace"));
    EXPECT_EQ(find<QPushButton>("table-done")->text(), QStringLiteral("It held"));
    EXPECT_EQ(find<QPushButton>("table-another")->text(), QStringLiteral("It ran"));
    // A palm on the table answers no question that has three answers.
    QTest::qWait(450);
    QTest::mouseClick(&window.table(), Qt::LeftButton, {}, {30, 200});
    EXPECT_EQ(now().work, Work::swab);
    click("table-trace");
    ASSERT_EQ(tests().size(), 1U);
    EXPECT_EQ(tests().front().swabbed, Swabbed::trace);
    EXPECT_EQ(now().step, "swab-coat") << "one coat more";
    workToSwab();
    if (find<QPushButton>("table-done")->text() == QStringLiteral("Begin"))
        QTest::keyClick(find("at-the-table-view"), Qt::Key_Space);
    QTest::keyClick(find("at-the-table-view"), Qt::Key_Space);
    ASSERT_EQ(tests().size(), 2U);
    EXPECT_EQ(tests().front().swabbed, Swabbed::held);
    EXPECT_EQ(tests().front().more_coats, 1);
    EXPECT_EQ(tests().front().printer, "the inkjet");
    window.runs().happen(window.runs().open().front().id, {.kind = Event::Kind::ended, .at = {}});
    planAgain();
    EXPECT_EQ(planned("swab"), 0) << "it is known";
    EXPECT_EQ(planned("swab-coats"), 1) << "and so is the coat";
}

TEST_F(SwabAtWork, whatIsTakenBackWasNotSaid) {
    beginAtTable();
    click("table-another");
    ASSERT_EQ(tests().size(), 1U);
    EXPECT_EQ(tests().front().swabbed, Swabbed::ran);
    click("table-back");
    EXPECT_TRUE(tests().empty());
    EXPECT_EQ(now().work, Work::swab);
}

TEST_F(SwabAtWork, saidByHandItIsKnownToThePlanUntilItIsForgotten) {
    window.store().choose(job().pieces.front().id);
    window.goTo(app::MainWindow::logbook);
    click("open-strips");
    EXPECT_THAT(find<QLabel>("swab-says")->text().toStdString(), HasSubstr("Nobody has looked yet"));
    find<QSpinBox>("swab-coats")->setValue(2);
    click("swab-said-ran");
    EXPECT_THAT(find<QLabel>("swab-says")->text().toStdString(),
                HasSubstr("The ink ran after 2 coats more."));
    click("swab-said-held");
    EXPECT_THAT(find<QLabel>("swab-says")->text().toStdString(),
                HasSubstr("The ink held after 2 coats more."));
    planAgain();
    EXPECT_EQ(planned("swab"), 0);
    EXPECT_EQ(planned("swab-coats"), 2);
    window.goTo(app::MainWindow::logbook);
    if (!window.strips().isOpen()) click("open-strips");
    while (window.strips().swab()) click("swab-erase");
    EXPECT_THAT(find<QLabel>("swab-says")->text().toStdString(), HasSubstr("Nobody has looked yet"));
}

TEST_F(SwabAtWork, aWayThatWetsNoInkHasNone) {
    window.store().choose(job().pieces.front().id);
    window.goTo(app::MainWindow::logbook);
    click("open-strips");
    EXPECT_TRUE(find<QWidget>("swab-part")->isVisibleTo(&window));
    choose("strip-method", QStringLiteral("gel-rub-off"));
    EXPECT_FALSE(find<QWidget>("swab-part")->isVisibleTo(&window));
}
