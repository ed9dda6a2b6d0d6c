// What the logbook keeps of a piece: photographs, the shelf, papers, what went wrong and what is done
// otherwise next time.
#include <QComboBox>
#include <QDateEdit>
#include <QDoubleSpinBox>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPlainTextEdit>
#include <QSignalSpy>
#include <QToolButton>

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

TEST_F(LogbookStation, whatWentWrongIsSaidAfterwardsTooWithItsRemedyForNextTime) {
    wrote({fullEntry()});
    window.goTo(app::MainWindow::logbook);
    ASSERT_TRUE(isAnswered());
    open(0);
    ASSERT_NE(log().entry(), nullptr);
    const std::size_t before = log().entry()->troubles.size();
    TransferTest::answer("ask-trouble", [](QDialog& dialog) {
        dialog.findChild<QToolButton*>(QStringLiteral("trouble-cloudy"))->click();
        dialog.findChild<QPushButton*>(QStringLiteral("trouble-note"))->click();
    });
    click("log-trouble");
    ASSERT_EQ(log().entry()->troubles.size(), before + 1);
    EXPECT_EQ(log().entry()->troubles.back(), "cloudy");
    Asked asked;
    asked.words = "cloud";
    log().ask(asked);
    ASSERT_TRUE(isAnswered());
    EXPECT_EQ(log().lines().size(), 1U) << "found by the trouble's name";
}
