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
#include "tests/app/empty_record.h"
#include "tests/app/transfer_station.h"
#include "tests/support/tools.h"
#include "tests/support/year.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class LogbookStation : EmptyRecord, public TransferTest {
  protected:
    /// Does all that is planned, at once.
    void workThrough() {
        ASSERT_TRUE(window.planning().begin());
        for (int k = 0; k < 400; ++k) {
            const app::RunBook::Open& run = window.runs().open().front();
            if (run.now.kind == Now::Kind::over) return;
            ASSERT_FALSE(run.now.task.empty());
            ASSERT_TRUE(
                window.runs().happen(run.id, {.kind = Event::Kind::done, .at = {}, .task = run.now.task}));
        }
        FAIL() << "it never ends";
    }
    void open(std::size_t line) {
        app::WallView& wall = window.logbookStage().wall();
        QTest::mouseClick(&wall, Qt::LeftButton, {}, wall.printRect(line).center());
    }
    bool isThere(const char* button) {
        const auto found = window.findChildren<QPushButton*>(QString::fromLatin1(button));
        return std::any_of(found.begin(), found.end(),
                           [&](const QPushButton* each) { return each->isVisibleTo(&window); });
    }
    std::string answer() { return find<QLabel>("log-answer")->text().toStdString(); }
    app::LogStore& log() { return window.log(); }
    /// What is asked is answered.
    bool isAnswered() {
        return waitFor([&] { return !log().looking(); });
    }
    void wrote(const std::vector<LogEntry>& entries) {
        log().write(entries);
        ASSERT_TRUE(isAnswered());
    }
};

}  // namespace

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

TEST_F(LogbookStation, photographsAreDroppedIntoAPiece) {
    LogEntry entry = fullEntry();
    entry.photographs.clear();
    wrote({entry});
    window.goTo(app::MainWindow::logbook);
    ASSERT_TRUE(isAnswered());
    open(0);
    const ScratchFolder folder;
    save(folder / "done.jpg", noise({300, 200}, CV_8UC3));
    save(folder / "noise.txt.png", noise({20, 20}, CV_8UC3));
    write(folder / "broken.jpg", "no picture");
    auto* face = find<app::FaceView>("piece-picture");
    emit face->dropped({QString::fromStdString((folder / "done.jpg").string())});
    ASSERT_TRUE(waitFor([&] { return log().entry()->photographs.size() == 1; }));
    EXPECT_EQ(log().entry()->photographs.front().of, Photograph::Of::after);
    EXPECT_EQ(log().photograph(log().entry()->photographs.front().sha256).size(), QSize(300, 200));
    QSignalSpy failed(&log(), &app::LogStore::failed);
    emit face->dropped({QString::fromStdString((folder / "broken.jpg").string())});
    ASSERT_TRUE(waitFor([&] { return failed.count() == 1; }));
    EXPECT_THAT(failed.front().front().toString().toStdString(), HasSubstr("broken.jpg"));
    EXPECT_EQ(log().entry()->photographs.size(), 1U);
}

TEST_F(LogbookStation, theShelfSaysWhatIsLeftAndWhatAPieceCost) {
    plan({"gel-rub-off"});
    window.planning().wish(QStringLiteral("coverage"),
                           [](WorkWishes& wishes) { wishes.coverage["gel-rub-off/coat"] = 10; });
    window.goTo(app::MainWindow::logbook);
    ASSERT_TRUE(isAnswered());
    TransferTest::answer("shelf", [](QDialog& dialog) {
        const auto field = [&](const char* begins) -> QWidget* {
            for (QWidget* each : dialog.findChildren<QWidget*>())
                if (each->objectName().startsWith(QLatin1String(begins)) && each->isVisible()) return each;
            return nullptr;
        };
        dialog.findChild<QPushButton*>(QStringLiteral("supply-add"))->click();
        auto* name = qobject_cast<QLineEdit*>(field("supply-name-"));
        ASSERT_NE(name, nullptr);
        name->setText(QStringLiteral("matte gel"));
        emit name->editingFinished();
        int ticked = 0;
        for (QAction* each : qobject_cast<QPushButton*>(field("supply-for-"))->menu()->actions())
            if (each->text().startsWith(QStringLiteral("Gel medium, paper rubbed off: ")))
                each->trigger(), ++ticked;
        EXPECT_GT(ticked, 2) << "a bottle is for several coats";
        qobject_cast<QDoubleSpinBox*>(field("supply-holds-"))->setValue(100);
        qobject_cast<QDoubleSpinBox*>(field("supply-price-"))->setValue(50);
        qobject_cast<QDateEdit*>(field("supply-opened-"))->setDate(QDate(2026, 12, 1));
        dialog.accept();
    });
    click("open-shelf");
    ASSERT_EQ(log().supplies().size(), 1U);
    const Supply gel = log().supplies().front();
    EXPECT_EQ(gel.name, "matte gel");
    EXPECT_THAT(gel.keys, testing::Contains("gel-rub-off/coat"));
    EXPECT_EQ(log().leftOf(gel), 100);
    window.goTo(app::MainWindow::transfer);
    workThrough();
    window.goTo(app::MainWindow::logbook);
    ASSERT_TRUE(isAnswered());
    // 80 x 60 mm are 48 cm²: 4.8 ml.
    EXPECT_NEAR(*log().leftOf(gel), 100 - 4.8, 0.01);
    open(0);
    find<QDoubleSpinBox>("log-bought")->setValue(1.5);
    bool said = false;
    for (const QLabel* label : window.logbookStage().findChildren<QLabel*>())
        said = said || label->text().contains(QStringLiteral("It cost 3.90"));
    EXPECT_TRUE(said) << "a half of 4.8, and what was bought";
}

TEST_F(LogbookStation, tooLittleIsSaidBeforeTheWorkBegins) {
    Supply gel{"a", "matte gel", {"gel-rub-off/coat"}, 3, 0, at("2026-12-01T10:00"), {}};
    log().keep(gel);
    plan({"gel-rub-off"});
    window.planning().wish(QStringLiteral("coverage"),
                           [](WorkWishes& wishes) { wishes.coverage["gel-rub-off/coat"] = 10; });
    const auto said = [&] {
        for (const QLabel* label : window.findChildren<QLabel*>())
            if (label->text().contains(
                    QStringLiteral("Too little matte gel on the shelf: 3 ml left, 5 ml needed")))
                return true;
        return false;
    };
    EXPECT_TRUE(waitFor(said));
}

TEST_F(LogbookStation, aPieceIsPrintedAndHasACard) {
    LogEntry entry = fullEntry();
    entry.photographs.clear();
    wrote({entry});
    log().open(entry.id);
    const ScratchFolder folder;
    log().writePage(QString::fromStdString((folder / "page.pdf").string()));
    log().writeCard(QString::fromStdString((folder / "card.pdf").string()), log().card());
    ASSERT_TRUE(settled());
    EXPECT_THAT(run({"pdftotext", (folder / "page.pdf").string(), "-"}).out, HasSubstr(entry.next.words));
    EXPECT_THAT(run({"pdftotext", (folder / "card.pdf").string(), "-"}).out, HasSubstr("own drawing"));
    QSignalSpy failed(&log(), &app::LogStore::failed);
    log().writePage(QStringLiteral("/proc/nowhere/page.pdf"));
    ASSERT_TRUE(settled());
    EXPECT_EQ(failed.count(), 1);
}

TEST_F(LogbookStation, whatCannotBeKeptIsSaidAndNotShown) {
    app::LogStore broken("/proc/nowhere/record.sqlite");
    QSignalSpy failed(&broken, &app::LogStore::failed);
    broken.write({fullEntry()});
    EXPECT_GE(failed.count(), 1);
    EXPECT_TRUE(broken.lines().empty());
    EXPECT_EQ(broken.entry(), nullptr);
}

TEST_F(LogbookStation, whatWasResolvedIsSaidWhereItApplies) {
    LogEntry entry = fullEntry();
    entry.method = "gel-rub-off";
    entry.material = "pale-wood";
    entry.next.words = "half the gel at the rim";
    wrote({entry});
    plan({"gel-rub-off", "skin-sheet"});
    window.goTo(app::MainWindow::object);
    const auto said = [&] {
        for (const QLabel* label : find<QWidget>("worth-a-look")->findChildren<QLabel*>())
            if (label->text().contains(QStringLiteral("half the gel at the rim")) &&
                label->isVisibleTo(&window))
                return true;
        return false;
    };
    window.store().choose(job().pieces.front().id);
    EXPECT_TRUE(waitFor(said));
    click("show-resolved");
    ASSERT_NE(log().entry(), nullptr);
    EXPECT_EQ(log().entry()->id, entry.id);
    window.goTo(app::MainWindow::object);
    window.store().choose(job().pieces.back().id);
    EXPECT_TRUE(waitFor([&] { return !said(); })) << "another way";
    window.store().choose(job().pieces.front().id);
    EXPECT_TRUE(waitFor(said));
    click("refuse-resolved");
    EXPECT_TRUE(waitFor([&] { return !said(); })) << "not this time";
    EXPECT_EQ(answered(job().pieces.front(), "half the gel at the rim"), false);
}

TEST_F(LogbookStation, whatWasResolvedIsDoneWithAClickAndTwiceDoneBecomesAWay) {
    LogEntry entry = fullEntry();
    entry.method = "gel-rub-off";
    entry.material = "pale-wood";
    entry.next.words.clear();
    wrote({entry});
    // Said at the logbook: one coat more of the seal.
    window.goTo(app::MainWindow::logbook);
    ASSERT_TRUE(isAnswered());
    log().open(entry.id);
    type("log-next", "seal it once more");
    choose("log-next-step", QStringLiteral("seal"));
    ASSERT_TRUE(isAnswered());
    choose("log-next-change", static_cast<int>(NextTime::Change::coats));
    ASSERT_TRUE(isAnswered());
    find<QDoubleSpinBox>("log-next-value")->setValue(2);
    EXPECT_EQ(log().entry()->next, (NextTime{"seal it once more", "seal", NextTime::Change::coats, 2}));
    log().close();
    // Done: an edit of the job, to be undone like any other.
    plan({"gel-rub-off"});
    window.goTo(app::MainWindow::object);
    window.store().choose(job().pieces.front().id);
    const Method before = job().pieces.front().method;
    ASSERT_TRUE(waitFor([&] { return isThere("take-resolved"); }));
    click("take-resolved");
    EXPECT_EQ(
        job().pieces.front().method,
        Shared<Method>(withNextTime(before, {"seal it once more", "seal", NextTime::Change::coats, 2})));
    EXPECT_TRUE(waitFor([&] { return !isThere("take-resolved"); }));
    EXPECT_FALSE(isThere("own-resolved")) << "once is not a habit";
    for (int evening = 1; evening <= 2; ++evening) {
        LogEntry later = entry;
        later.id = "later-" + std::to_string(evening);
        later.run = "evening-" + std::to_string(evening);
        later.outcome = Outcome::held;
        later.resolved = {"seal it once more"};
        later.next = {};
        wrote({later});
    }
    EXPECT_TRUE(waitFor([&] { return isThere("own-resolved"); }));
    bool counted = false;
    for (const QLabel* label : find<QWidget>("worth-a-look")->findChildren<QLabel*>())
        counted = counted ||
                  label->text().contains(QStringLiteral("Where you did it, 2 of 2 held; where not, 0 of 1."));
    EXPECT_TRUE(counted);
    window.store().undo();
    EXPECT_EQ(job().pieces.front().method, Shared<Method>(before));
}
