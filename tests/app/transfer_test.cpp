// The evening, driven as a maker does: planned, begun, worked through by keyboard alone, with one copy
// spoiled.
#include <QAction>
#include <QCheckBox>
#include <QLabel>
#include <QMouseEvent>
#include <QSignalSpy>
#include <QTimer>
#include <QToolButton>

#include <gmock/gmock.h>

#include "app/canvas/strip_view.h"
#include "app/stations/transfer/table_view.h"
#include "app/stations/transfer/transfer_stage.h"
#include "app/words/finding_words.h"
#include "app/words/words.h"
#include "app/words/work_words.h"
#include "core/base/data_folder.h"
#include "tests/app/transfer_station.h"

using namespace tympan;
using namespace tympan::tests;
using std::chrono::minutes;
using std::chrono::seconds;
using testing::HasSubstr;

namespace {

/// How long the table takes a second tap for the first one, ms.
constexpr int bounce = 400;

class Transfer : public TransferTest {
  protected:
    const app::RunBook::Open& run() { return window.runs().open().front(); }
    app::TableView& table() { return window.table(); }
    void pressed(Qt::Key key) { QTest::keyClick(&table(), key); }
    /// Answers the dialog that the next key opens: its copies begin anew.
    void spoiledNext(const char* box) {
        QTimer::singleShot(50, &window, [this, box] {
            auto* dialog = window.findChild<QDialog*>(QStringLiteral("ask-trouble"));
            ASSERT_NE(dialog, nullptr);
            QTest::keyClick(dialog->findChild<QPushButton*>(QStringLiteral("trouble-other")), Qt::Key_Space);
            auto* check = dialog->findChild<QCheckBox*>(QLatin1String(box));
            ASSERT_NE(check, nullptr) << box;
            QTest::keyClicks(dialog->findChild<QLineEdit*>(), QStringLiteral("glue on the back"));
            check->setFocus();
            QTest::keyClick(check, Qt::Key_Space);
            QTest::keyClick(dialog->findChild<QPushButton*>(QStringLiteral("trouble-note")), Qt::Key_Space);
        });
    }
    std::string sentence() { return find<QLabel>("transfer-sentence")->text().toStdString(); }
};

}  // namespace

TEST_F(Transfer, fromTheFirstCoatToTheLastByKeyboardAloneWithOneCopySpoiled) {
    plan({"gel-rub-off"}, 2);
    auto* begin = find<QPushButton>("begin-work");
    begin->setFocus();
    QTest::keyClick(begin, Qt::Key_Space);
    ASSERT_TRUE(table().isVisible());
    ASSERT_EQ(window.runs().open().size(), 1U);
    bool spoiled = false;
    int steps = 0;
    for (; steps < 600 && !window.runs().open().empty(); ++steps) {
        const Now what = run().now;
        const Task* task = findTask(run().state, what.task);
        if (what.kind == Now::Kind::over || !task) {
            pressed(Qt::Key_Space);  // ends it
            continue;
        }
        if (!spoiled && task->step == "soak" && task->hands) {
            spoiled = true;
            spoiledNext("again-1");
            pressed(Qt::Key_W);
            continue;
        }
        switch (what.kind) {
            case Now::Kind::hands:
                if (run().state.past.under_way.contains(task->id))
                    window.clock().set(now() + seconds{static_cast<long>(task->usual_min * 60)});
                pressed(Qt::Key_Space);
                break;
            case Now::Kind::wait:
                window.clock().set(std::max(now(), what.from));
                // Not clear before the third round.
                pressed(task->again && task->round.value_or(1) < 3 ? Qt::Key_R : Qt::Key_Space);
                break;
            default:
                window.clock().set(what.from);
        }
    }
    ASSERT_TRUE(spoiled);
    EXPECT_TRUE(window.runs().open().empty()) << "ended after " << steps << " keys";
    EXPECT_FALSE(table().isVisible());
    // All of it is on the disk, and both attempts of the spoiled copy with it.
    RunStore store(recordFile());
    const WorkRun kept = store.read(store.all().front());
    const RunState state = stateOf(kept);
    int rubbed = 0;
    for (const Task& each : state.tasks) {
        EXPECT_TRUE(isDone(state, each.id)) << each.id;
        rubbed += each.step == "rub" && each.attempt == 2 ? 1 : 0;
    }
    EXPECT_EQ(rubbed, 3);
    ASSERT_EQ(state.remarks.size(), 1U);
    EXPECT_EQ(state.remarks.front().words, "glue on the back");
}

TEST_F(Transfer, aRunStandsWhereItStoodAfterTheWindowWasClosed) {
    plan({"gel-rub-off"});
    click("begin-work");
    const Moment laid = now() + minutes{20};
    for (int k = 0; k < 12 && run().now.kind == Now::Kind::hands; ++k) pressed(Qt::Key_Space);
    ASSERT_EQ(run().now.kind, Now::Kind::wait) << "it dries";
    const std::string waits = run().now.task;
    const Moment until = run().now.from;
    (void)laid;
    app::WorkClock later;
    later.simulate(until + minutes{5}, 0);
    app::RunBook again(later, recordFile());
    ASSERT_EQ(again.open().size(), 1U);
    EXPECT_EQ(again.open().front().now.task, waits);
    EXPECT_EQ(again.open().front().now.from, until) << "the timer stands where it stands";
    // Another window says first that work is under way; one goes on from there.
    app::MainWindow other;
    auto* said = other.findChild<QLabel*>(QStringLiteral("foot-said"));
    ASSERT_NE(said, nullptr);
    EXPECT_FALSE(said->text().isEmpty());
    EXPECT_TRUE(other.findChild<QAction*>(QStringLiteral("table"))->isEnabled());
}

TEST_F(Transfer, whatMustFollowIsSaidBeforeItIsBegun) {
    plan({"gel-rub-off"});
    click("begin-work");
    for (int k = 0; k < 8 && findTask(run().state, run().now.task)->step != "coat"; ++k)
        pressed(Qt::Key_Space);
    ASSERT_EQ(findTask(run().state, run().now.task)->step, "coat");
    EXPECT_FALSE(run().state.past.under_way.contains(run().now.task)) << "not begun by itself";
    EXPECT_EQ(find<QPushButton>("table-done")->text(), QStringLiteral("Begin"));
    pressed(Qt::Key_Space);
    EXPECT_TRUE(run().state.past.under_way.contains(run().now.task));
    EXPECT_EQ(find<QPushButton>("table-done")->text(), QStringLiteral("Done"));
}

TEST_F(Transfer, tooEarlyIsSaidOnceAndThenItIsTheMakersWord) {
    plan({"gel-rub-off"});
    click("begin-work");
    for (int k = 0; k < 12 && run().now.kind == Now::Kind::hands; ++k) pressed(Qt::Key_Space);
    const std::string dry = run().now.task;
    pressed(Qt::Key_Space);
    EXPECT_FALSE(isDone(run().state, dry));
    pressed(Qt::Key_Space);
    EXPECT_TRUE(isDone(run().state, dry));
    pressed(Qt::Key_Backspace);
    EXPECT_FALSE(isDone(run().state, dry)) << "and can be taken back";
}

TEST_F(Transfer, nothingIsDoneThatWasNotBegunWhenItMayBeDoneSoonerThanWasPlanned) {
    plan({"gel-rub-off"});
    click("begin-work");
    for (int k = 0; k < 12 && run().now.kind == Now::Kind::hands; ++k) pressed(Qt::Key_Space);
    window.clock().set(now() + minutes{5});
    pressed(Qt::Key_Space);
    pressed(Qt::Key_Space);  // dry, long before it was planned to be: the next step stood in the morning
    ASSERT_TRUE(waitFor([&] { return run().now.kind == Now::Kind::hands; }));
    ASSERT_EQ(findTask(run().state, run().now.task)->step, "soak");
    EXPECT_TRUE(run().state.past.under_way.contains(run().now.task) ||
                find<QPushButton>("table-done")->text() == QStringLiteral("Begin"))
        << find<QPushButton>("table-done")->text().toStdString();
}

TEST_F(Transfer, aClickBesideTheButtonsDoesNothing) {
    plan({"gel-rub-off"});
    click("begin-work");
    const std::string first = run().now.task;
    const auto waited = [this] { QTest::qWait(bounce + 50); };
    waited();
    QTest::mouseClick(&table(), Qt::LeftButton, Qt::NoModifier, {300, 420});
    QTest::mouseClick(&table(), Qt::LeftButton, Qt::NoModifier, {300, 420});
    EXPECT_FALSE(isDone(run().state, first)) << "a drip is not done";
    click("table-done");
    click("table-done");
    EXPECT_TRUE(isDone(run().state, first)) << "begun, and done";
    const std::string second = run().now.task;
    click("table-done");
    EXPECT_EQ(run().now.task, second) << "a palm that bounces does not do two steps";
    waited();
    click("table-done");
    EXPECT_TRUE(isDone(run().state, second) || run().state.past.under_way.contains(second));
}

TEST_F(Transfer, tabReachesNothingBehindTheTable) {
    plan({"gel-rub-off"});
    click("begin-work");
    for (int k = 0; k < 30; ++k) {
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
        EXPECT_TRUE(&table() == QApplication::focusWidget() ||
                    table().isAncestorOf(QApplication::focusWidget()));
    }
}

TEST_F(Transfer, whatWentWrongIsSaidOfTheStepThatWasShown) {
    plan({"gel-rub-off", "tissue-overlay"});
    click("begin-work");
    for (int k = 0; k < 30 && run().now.kind == Now::Kind::hands; ++k) pressed(Qt::Key_Space);
    ASSERT_EQ(run().now.kind, Now::Kind::wait);
    const std::string shown = run().now.task;
    answer("ask-trouble", [&](QDialog& dialog) {
        dialog.findChild<QPushButton*>(QStringLiteral("trouble-other"))->click();
        // The clock moves the table on while the maker types.
        window.clock().set(run().now.from + std::chrono::hours{30});
        auto* words = dialog.findChild<QLineEdit*>();
        ASSERT_NE(words, nullptr);
        words->setText(QStringLiteral("bubbles"));
        dialog.accept();
    });
    pressed(Qt::Key_W);
    ASSERT_FALSE(run().state.remarks.empty());
    EXPECT_EQ(run().state.remarks.back().task, shown);
}

TEST_F(Transfer, aTroubleIsChosenByItsPictureAndItsRemedyIsKeptForNextTime) {
    plan({"gel-rub-off"}, 2);
    click("begin-work");
    for (int k = 0; k < 60 && run().now.task.find(".lay") == std::string::npos; ++k) {
        QTest::qWait(bounce / 8);
        pressed(Qt::Key_Space);
    }
    const std::string shown = run().now.task;
    ASSERT_THAT(shown, HasSubstr(".lay"));
    answer("ask-trouble", [](QDialog& dialog) {
        dialog.findChild<QToolButton*>(QStringLiteral("trouble-bubble"))->click();
        EXPECT_THAT(dialog.findChild<QLabel*>(QStringLiteral("trouble-now"))->text().toStdString(),
                    HasSubstr("press from the middle outwards"));
        auto* again = dialog.findChild<QCheckBox*>(QStringLiteral("again-0"));
        ASSERT_NE(again, nullptr);
        EXPECT_FALSE(again->isChecked()) << "it can be mended";
        dialog.findChild<QCheckBox*>(QStringLiteral("trouble-next"))->click();
        dialog.findChild<QPushButton*>(QStringLiteral("trouble-note"))->click();
    });
    pressed(Qt::Key_W);
    ASSERT_FALSE(run().state.remarks.empty());
    const Remark& said = run().state.remarks.back();
    EXPECT_EQ(said.trouble, "bubble");
    EXPECT_EQ(said.task, shown);
    ASSERT_TRUE(said.next);
    EXPECT_EQ(said.next->step, "lay");
    EXPECT_TRUE(run().state.course.again.empty());
}

TEST_F(Transfer, whatComesNextIsSaid) {
    plan({"gel-rub-off"});
    click("begin-work");
    EXPECT_THAT(table().accessibleDescription().toStdString(), HasSubstr("Next: "));
}

TEST_F(Transfer, aRunFollowsWishesAndUndo) {
    plan({"gel-rub-off"});
    click("begin-work");
    table().hide();
    type("work-hours", "Mo-Su 18:00-21:30");
    EXPECT_EQ(run().state.wishes.hours, "Mo-Su 18:00-21:30");
    window.store().undo();
    EXPECT_EQ(run().state.wishes.hours, "");
}

TEST_F(Transfer, notYetLooksAgainInThreeMinutes) {
    plan({"gel-rub-off"});
    click("begin-work");
    for (int k = 0; k < 12 && run().now.kind == Now::Kind::hands; ++k) pressed(Qt::Key_Space);
    window.clock().set(run().now.from);
    pressed(Qt::Key_N);
    EXPECT_EQ(run().now.from, now() + minutes{3});
}

TEST_F(Transfer, ringsWithinASecondWithTheWindowHidden) {
    plan({"gel-rub-off"});
    click("begin-work");
    for (int k = 0; k < 12 && run().now.kind == Now::Kind::hands; ++k) pressed(Qt::Key_Space);
    std::optional<seconds> late;
    QObject::connect(&window.ringing(), &app::Ringing::rang, &window,
                     [&](const QString&, const Alarm& alarm) { late = now() - alarm.at; });
    const Moment due = run().now.from;
    window.hide();
    window.clock().simulate(due - seconds{2}, 1);
    ASSERT_TRUE(waitFor([&] { return late.has_value(); }));
    EXPECT_LE(*late, seconds{1});
    EXPECT_GE(*late, seconds{0});
}

TEST_F(Transfer, theTitleCountsDown) {
    plan({"gel-rub-off"});
    click("begin-work");
    for (int k = 0; k < 12 && run().now.kind == Now::Kind::hands; ++k) pressed(Qt::Key_Space);
    window.clock().set(run().now.from - seconds{125});
    EXPECT_THAT(window.windowTitle().toStdString(), HasSubstr("02:05"));
}

TEST_F(Transfer, workIsDraggedAndTheRestFollowsOrSaysWhyNot) {
    plan({"gel-rub-off"});
    app::StripView& strip = window.transferStage().strip();
    ASSERT_FALSE(strip.hung().empty());
    const auto first = strip.hung().front();
    const std::string task =
        strip.hung().empty() ? "" : window.planning().strip()->plan.tasks[first.tasks.front()].id;
    const auto begins = [&] {
        const Plan& plan = window.planning().strip()->plan;
        for (std::size_t i = 0; i < plan.tasks.size(); ++i)
            if (plan.tasks[i].id == task) return plan.times[i].from;
        return Moment{};
    };
    const Moment before = begins();
    const QPointF from = strip.rectOf(first).center();
    QTest::mousePress(&strip, Qt::LeftButton, Qt::NoModifier, from.toPoint());
    QTest::mouseMove(&strip, (from + QPointF(90, 0)).toPoint());
    QTest::mouseRelease(&strip, Qt::LeftButton, Qt::NoModifier, (from + QPointF(90, 0)).toPoint());
    ASSERT_TRUE(waitFor([&] { return begins() > before && window.service().idle(); }));
    ASSERT_EQ(job().work.not_before.size(), 1U);
    EXPECT_GE(begins(), window.clock().zone().read(job().work.not_before.at(task)));
    window.store().undo();
    ASSERT_TRUE(waitFor([&] { return begins() == before; })) << "one step of undo";
}

TEST_F(Transfer, thePlanIsWrittenForPaperAndForACalendar) {
    plan({"gel-rub-off", "fabric-paste"}, 3);
    for (const bool calendar : {true, false}) {
        const QString file = QString::fromStdString((folder / (calendar ? "plan.ics" : "plan.pdf")).string());
        QSignalSpy ended(&window.exports(), &app::Exports::ended);
        window.exports().writePlan(file, calendar, window.clock().zone(), now(), workOrderOf(job()), {}, {});
        ASSERT_TRUE(waitFor([&] { return ended.count() > 0; }));
        EXPECT_TRUE(ended.front().at(0).toBool()) << ended.front().at(1).toString().toStdString();
        EXPECT_GT(QFileInfo(file).size(), 500);
    }
    const Ran text = tests::run({"pdftotext", "-layout", (folder / "plan.pdf").string(), "-"});
    EXPECT_THAT(text.out, HasSubstr("Saturday 5.12."));
    EXPECT_THAT(text.out, HasSubstr("cm²"));
    EXPECT_THAT(text.out, HasSubstr("wash it from"));
}

TEST_F(Transfer, aPlanOfTheJobAsItWasIsNotTheCurrentOne) {
    plan({"gel-rub-off"});
    ASSERT_TRUE(window.planning().current());
    window.goTo(app::MainWindow::picture);
    window.store().edit(QStringLiteral("copies"),
                        [](Job job) { return withCopies(job, job.pieces.front().id, 7); });
    EXPECT_FALSE(window.planning().current()) << "nobody looks, so nothing was planned";
    EXPECT_EQ(window.planning().order().pieces.front().copies, 7) << "what is saved is made of this";
    window.goTo(app::MainWindow::transfer);
    ASSERT_TRUE(waitFor([&] { return window.planning().current().has_value(); }));
    EXPECT_EQ(window.planning().current()->first.pieces.front().copies, 7);
}

TEST_F(Transfer, theEveningCanBeShown) {
    plan({"skin-sheet"});
    click("rehearse");
    EXPECT_TRUE(window.transferStage().rehearsing());
    const std::string before = sentence();
    ASSERT_TRUE(waitFor([&] { return sentence() != before; }));
    click("rehearse");
    EXPECT_FALSE(window.transferStage().rehearsing());
    EXPECT_TRUE(window.runs().open().empty()) << "nothing was begun";
}

TEST_F(Transfer, twoJobsShareOnePairOfHands) {
    plan({"gel-rub-off"});
    click("begin-work");
    plan({"skin-sheet"});
    click("begin-work");
    ASSERT_EQ(window.runs().open().size(), 2U);
    ASSERT_TRUE(waitFor([&] { return window.service().idle(); })) << "plans are made beside the window";
    std::vector<TimeSpan> hands;
    for (const auto& each : window.runs().open())
        for (std::size_t i = 0; i < each.plan.tasks.size(); ++i)
            if (each.plan.tasks[i].hands && each.plan.times[i].to > each.plan.times[i].from)
                hands.push_back(each.plan.times[i]);
    std::sort(hands.begin(), hands.end(),
              [](const TimeSpan& a, const TimeSpan& b) { return a.from < b.from; });
    for (std::size_t k = 1; k < hands.size(); ++k) EXPECT_GE(hands[k].from, hands[k - 1].to);
}

TEST_F(Transfer, twoWindowsWithOneJobDoNotTellItsRunTheirWishesInTurns) {
    plan({"gel-rub-off"});
    app::MainWindow other;
    other.clock().simulate(now(), 0);
    click("begin-work");
    other.openJob(job());
    const std::string run = window.runs().open().front().id;
    const auto look = [&](app::MainWindow& at) {
        at.clock().set(now());  // it ticks
        ASSERT_TRUE(waitFor([&] { return at.service().idle(); }));
    };
    look(other);
    ASSERT_NE(other.planning().run(), nullptr) << "seen in the other window";
    window.planning().wish(QStringLiteral("test"),
                           [](WorkWishes& wishes) { wishes.hours = "Sa,Su 10:00-19:00"; });
    for (int k = 0; k < 4; ++k) {
        look(other);
        look(window);
    }
    EXPECT_EQ(other.runs().find(run)->state.wishes.hours, "Sa,Su 10:00-19:00");
    EXPECT_EQ(window.runs().read(run)->events.size(), 1U);
    other.planning().wish(QStringLiteral("test"),
                          [](WorkWishes& wishes) { wishes.hours = "Mo-Su 08:00-22:00"; });
    for (int k = 0; k < 4; ++k) {
        look(window);
        look(other);
    }
    EXPECT_EQ(window.runs().find(run)->state.wishes.hours, "Mo-Su 08:00-22:00");
    EXPECT_EQ(window.runs().read(run)->events.size(), 2U);
}

TEST(WorkWords, sayTimesAsMakersDo) {
    const TimeZone zone("Europe/Lisbon");
    const Moment now = zone.read("2026-12-05T18:00");
    EXPECT_EQ(app::clockText(zone.read("2026-12-05T19:40"), now, zone), QStringLiteral("19:40"));
    EXPECT_EQ(app::clockText(zone.read("2026-12-06T10:00"), now, zone), QStringLiteral("Sun 10:00"));
    EXPECT_EQ(app::lengthOfTime(0.2), QStringLiteral("12 s"));
    EXPECT_EQ(app::lengthOfTime(720), QStringLiteral("12 h"));
    EXPECT_EQ(app::countText(seconds{130}), QStringLiteral("02:10"));
    EXPECT_EQ(app::countText(seconds{-20}), QStringLiteral("−00:20"));
    EXPECT_THAT(app::heatText({77, 79, "", Basis::makers}).toStdString(), HasSubstr("79 °C (175 °F)"));
}

TEST(TimeScale, goesBothWaysAndNeverBack) {
    const Moment start{};
    const app::TimeScale scale(
        {{start + minutes{60}, start + minutes{180}}, {start + minutes{900}, start + minutes{960}}}, start,
        start + minutes{2000}, 900);
    double last = -1;
    for (int minute = 0; minute < 2000; minute += 7) {
        const Moment at = start + minutes{minute};
        const double x = scale.x(at);
        EXPECT_GE(x, last);
        last = x;
        EXPECT_LE(std::abs((scale.at(x) - at).count()), 60 * 20) << minute;
    }
    EXPECT_LE(scale.width(), 901);
}
