// The logbook: it writes itself from a run, is asked, and remembers what its maker says.
#include <QComboBox>
#include <QDateEdit>
#include <QDoubleSpinBox>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPlainTextEdit>
#include <QSignalSpy>

#include <gmock/gmock.h>

#include "app/canvas/face_view.h"
#include "app/canvas/strip_view.h"
#include "app/canvas/wall_view.h"
#include "app/model/log_store.h"
#include "app/model/preferences.h"
#include "app/stations/logbook/logbook_stage.h"
#include "core/job/answers.h"
#include "tests/app/logbook_station.h"
#include "tests/support/tools.h"
#include "tests/support/year.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

TEST_F(LogbookStation, saysWhatToDoWhileItIsEmpty) {
    window.goTo(app::MainWindow::logbook);
    ASSERT_TRUE(isAnswered());
    EXPECT_THAT(answer(), HasSubstr("it writes itself"));
}

TEST_F(LogbookStation, writesItselfAndKeepsWhatIsSaid) {
    plan({"gel-rub-off", "skin-sheet"}, 2);
    workThrough();
    window.goTo(app::MainWindow::logbook);
    ASSERT_TRUE(isAnswered());
    ASSERT_EQ(log().lines().size(), 2U) << "nobody typed them";
    ASSERT_TRUE(waitFor([&] { return window.service().idle(); }));
    for (const LogLine& line : log().lines()) EXPECT_FALSE(log().picture(line.id).isNull()) << line.name;
    EXPECT_THAT(answer(), HasSubstr("of none it has been said how it went"));
    open(0);
    ASSERT_NE(log().entry(), nullptr);
    EXPECT_FALSE(log().entry()->steps.empty());
    click("log-went-held");
    EXPECT_EQ(log().entry()->outcome, Outcome::held);
    find<QPlainTextEdit>("log-notes")->setPlainText(QStringLiteral("the thin gel"));
    type("log-next", "two coats");
    type("log-later-words", "to a friend");
    click("log-note-later");
    const LogEntry kept = *log().entry();
    EXPECT_EQ(kept.notes, "the thin gel");
    EXPECT_EQ(kept.next.words, "two coats");
    ASSERT_EQ(kept.later.size(), 1U);
    EXPECT_THAT(kept.later.front().words, HasSubstr("to a friend"));
    // The run goes on; what was said stays.
    window.goTo(app::MainWindow::transfer);
    window.goTo(app::MainWindow::logbook);
    ASSERT_TRUE(isAnswered());
    EXPECT_EQ(log().entry()->notes, "the thin gel");
    EXPECT_EQ(log().entry()->outcome, Outcome::held);
    click("back-to-wall");
    EXPECT_EQ(log().entry(), nullptr);
    type("log-ask", "friend");
    ASSERT_TRUE(waitFor([&] { return log().lines().size() == 1; }));
    EXPECT_THAT(answer(), HasSubstr("“friend”: all 1 held; too few to say more"));
}

TEST_F(LogbookStation, aYearIsAskedByWhatPeopleThinkIn) {
    wrote(madeUpYear());
    window.goTo(app::MainWindow::logbook);
    ASSERT_TRUE(isAnswered());
    const auto choose = [&](const char* list, const char* value) {
        auto* box = find<QComboBox>(list);
        const int at = box->findData(QLatin1String(value));
        ASSERT_GE(at, 0) << value;
        box->setCurrentIndex(at);
        emit box->activated(at);
    };
    choose("log-material", "slate");
    ASSERT_TRUE(isAnswered());
    EXPECT_EQ(log().lines().size(), 9U);
    EXPECT_THAT(answer(), HasSubstr("7 of 9 held"));
    choose("log-outcome", "spoiled");
    ASSERT_TRUE(isAnswered());
    EXPECT_EQ(log().lines().size(), 2U);
    choose("log-outcome", "");
    ASSERT_TRUE(isAnswered());
    choose("log-material", "");
    ASSERT_TRUE(isAnswered());
    choose("log-printer", "ink printer");
    ASSERT_TRUE(isAnswered());
    EXPECT_THAT(answer(), HasSubstr("from ink printer: 5 of 10 held, 5 spoiled"));
}

TEST_F(LogbookStation, twoPiecesLieBesideEachOtherWithOnlyWhatDiffers) {
    wrote(madeUpYear());
    Asked asked;
    asked.material = "tin";
    log().ask(asked);
    ASSERT_TRUE(isAnswered());
    window.goTo(app::MainWindow::logbook);
    ASSERT_TRUE(isAnswered());
    open(0);
    auto* beside = find<QComboBox>("log-beside");
    beside->setCurrentIndex(1);
    emit beside->activated(1);
    ASSERT_NE(log().beside(), nullptr);
    EXPECT_THAT(find<QLabel>("piece-title")->text().toStdString(), HasSubstr("beside it"));
    EXPECT_EQ(find<QLabel>("piece-about")->text().toStdString(), "Only what differs.");
}

TEST_F(LogbookStation, theWallIsWalkedByKeys) {
    wrote(madeUpYear());
    window.goTo(app::MainWindow::logbook);
    ASSERT_TRUE(isAnswered());
    app::WallView& wall = window.logbookStage().wall();
    wall.setFocus();
    for (const Qt::Key key :
         {Qt::Key_Down, Qt::Key_Right, Qt::Key_Down, Qt::Key_Up, Qt::Key_Left, Qt::Key_Up})
        QTest::keyClick(&wall, key);
    QTest::keyClick(&wall, Qt::Key_Return);
    ASSERT_NE(log().entry(), nullptr);
    EXPECT_EQ(log().entry()->id, log().lines().front().id) << "there and back";
}

TEST_F(LogbookStation, whatWasMeasuredIsPlannedUntilItIsSwitchedOff) {
    LogEntry quick = fullEntry();
    quick.method = "gel-rub-off";
    quick.steps = {quick.steps.back()};
    quick.steps.front().key = "gel-rub-off/dry";
    quick.steps.front().not_before_min = 180;
    quick.steps.front().real_min = 200;
    quick.steps.front().weather = 1;
    plan({"gel-rub-off"});
    const auto ends = [&] { return window.planning().strip()->plan.end; };
    const Moment usual = ends();
    wrote({quick});
    auto* own = find<QCheckBox>("own-times");
    window.planning().setOwnTimes(true);
    ASSERT_TRUE(waitFor([&] { return ends() < usual; }));
    EXPECT_FALSE(own->isHidden());
    own->click();
    ASSERT_TRUE(waitFor([&] { return ends() == usual; }));
    window.planning().setOwnTimes(true);
}

TEST_F(LogbookStation, whatEarlierEveningsTaughtIsKnownBeforeAnyoneLooks) {
    LogEntry quick = fullEntry();
    quick.method = "gel-rub-off";
    quick.steps = {quick.steps.back()};
    quick.steps.front().key = "gel-rub-off/dry";
    quick.steps.front().not_before_min = 180;
    quick.steps.front().real_min = 200;
    wrote({quick});
    app::LogStore next_start(recordFile());
    EXPECT_TRUE(next_start.learned().waits.contains("gel-rub-off/dry"));
}

TEST_F(LogbookStation, whatAnotherProgramWritesIsSeenAndOwnChangesDoNotMakeItHop) {
    wrote({fullEntry()});
    log().ask({.outcome = fullEntry().outcome});
    ASSERT_TRUE(isAnswered());
    ASSERT_EQ(log().lines().size(), 1U);
    log().open(log().lines().front().id);
    log().change([](LogEntry& entry) { entry.outcome = Outcome::unsaid; });
    log().look();
    ASSERT_TRUE(isAnswered());
    EXPECT_EQ(log().lines().size(), 1U) << "it stays where it is, though it no longer answers what was asked";
    LogEntry of_another = fullEntry();
    of_another.id = "of-another-program";
    Logbook(recordFile()).put(of_another);
    log().look();
    ASSERT_TRUE(isAnswered());
    ASSERT_EQ(log().lines().size(), 1U) << "asked again";
    EXPECT_EQ(log().lines().front().id, of_another.id);
    QSignalSpy changed(&log(), &app::LogStore::changed);
    log().look();
    ASSERT_TRUE(isAnswered());
    EXPECT_EQ(changed.count(), 0) << "nothing was written since";
    Supply bottle;
    bottle.id = "bottle";
    bottle.name = "matte gel";
    bottle.holds_ml = 100;
    Shelf(recordFile()).keep(bottle);
    log().look();
    ASSERT_TRUE(isAnswered());
    EXPECT_EQ(changed.count(), 1);
    ASSERT_EQ(log().supplies().size(), 1U);
}

TEST_F(LogbookStation, whatWasWrongIsDrawnWithAFinger) {
    plan({"gel-rub-off"});
    workThrough();
    window.goTo(app::MainWindow::logbook);
    ASSERT_TRUE(isAnswered());
    ASSERT_TRUE(waitFor([&] { return window.service().idle(); }));
    open(0);
    ASSERT_NE(log().entry(), nullptr);
    EXPECT_EQ(log().entry()->size, (SizeMm{80, 60}));
    auto* fault = find<QComboBox>("log-fault");
    ASSERT_TRUE(fault->isEnabled());
    fault->setCurrentIndex(fault->findData(static_cast<int>(Fault::cloud)));
    emit fault->activated(fault->currentIndex());
    auto* face = find<app::FaceView>("piece-picture");
    ASSERT_TRUE(face->drawing());
    // A square of a quarter of each side.
    const QRectF at = face->pictureRect();
    const auto on = [&](double x, double y) {
        return QPointF(at.x() + x * at.width(), at.y() + y * at.height()).toPoint();
    };
    QTest::mousePress(face, Qt::LeftButton, {}, on(0.25, 0.25));
    for (const auto& [x, y] : {std::pair{0.5, 0.25}, {0.5, 0.5}, {0.25, 0.5}})
        QTest::mouseMove(face, on(x, y));
    QTest::mouseRelease(face, Qt::LeftButton, {}, on(0.25, 0.5));
    ASSERT_EQ(log().entry()->faults.size(), 1U);
    EXPECT_EQ(log().entry()->faults.front().fault, Fault::cloud);
    EXPECT_NEAR(areaOf(log().entry()->faults.front()), 2.0 * 1.5, 0.15) << "cm²";
    QTest::mouseClick(face, Qt::LeftButton, {}, on(0.8, 0.8));
    EXPECT_NEAR(areaOf(log().entry()->faults.back()), 0.27, 0.05) << "a dab of the finger";
    click("log-unfault");
    EXPECT_EQ(log().entry()->faults.size(), 1U);
    app::LogStore again(recordFile());
    again.refresh();
    again.open(log().entry()->id);
    EXPECT_EQ(again.entry()->faults, log().entry()->faults) << "on the disk";
}
