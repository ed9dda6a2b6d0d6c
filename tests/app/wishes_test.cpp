// What a maker wishes of the plan: hours, steps, what there is, what it takes.
#include <QCalendarWidget>
#include <QCheckBox>
#include <QClipboard>
#include <QDoubleSpinBox>
#include <QLabel>

#include <gmock/gmock.h>

#include "app/canvas/strip_view.h"
#include "app/canvas/week_view.h"
#include "app/model/log_store.h"
#include "app/widgets/date_button.h"
#include "core/base/uuid.h"
#include "core/job/faces.h"
#include "tests/app/transfer_station.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class Wishes : public TransferTest {
  protected:
    /// Brushes over a line of the week, from one hour to another.
    static void brush(app::WeekView& week, int day, double from, double to) {
        const auto at = [&](double hour) {
            // Seven lines below the head; 24 hours right of the names.
            return QPointF(week.width() - 16 - 22 * (24 - hour), 22 + 30 * day + 15);
        };
        QTest::mousePress(&week, Qt::LeftButton, {}, (at(from) + QPointF(2, 0)).toPoint());
        QMouseEvent move(QEvent::MouseMove, at(to), week.mapToGlobal(at(to)), Qt::NoButton, Qt::LeftButton,
                         {});
        QApplication::sendEvent(&week, &move);
        QTest::mouseRelease(&week, Qt::LeftButton, {}, at(to).toPoint());
    }
};

}  // namespace

TEST_F(Wishes, wishesAreReadAndWhatCannotBeReadIsSaid) {
    plan({"gel-rub-off"});
    type("work-hours", "Mo-Fr 18:00-21:30; Sa,Su 10:00-19:00");
    EXPECT_EQ(job().work.hours, "Mo-Fr 18:00-21:30; Sa,Su 10:00-19:00");
    type("work-hours", "whenever");
    EXPECT_TRUE(find<QLineEdit>("work-hours")->property("wrong").toBool());
    EXPECT_FALSE(find<QLineEdit>("work-hours")->toolTip().isEmpty());
    EXPECT_EQ(job().work.hours, "Mo-Fr 18:00-21:30; Sa,Su 10:00-19:00") << "nothing is lost";
    type("work-due", "2026-12-06 15:00");
    EXPECT_EQ(job().work.due, "2026-12-06T15:00");
    click("work-oven");
    EXPECT_EQ(job().work.places.at("oven"), 0);
    click("work-air-sun");
    EXPECT_EQ(job().work.air, "sun");
    ASSERT_TRUE(waitFor([&] { return window.service().idle() && window.planning().strip(); }));
    EXPECT_LE(window.planning().strip()->plan.end, at("2026-12-06T15:00"));
}

TEST_F(Wishes, stepsAreTakenAndLeftOut) {
    plan({"gel-rub-off"});
    answer("ask-steps", [](QDialog& dialog) {
        auto* oven = dialog.findChild<QCheckBox*>(QStringLiteral("step-2-oven"));
        auto* sand = dialog.findChild<QCheckBox*>(QStringLiteral("step-1-sand"));
        ASSERT_TRUE(oven && sand);
        EXPECT_FALSE(oven->isChecked()) << "nobody is asked to use an oven";
        EXPECT_TRUE(sand->isChecked());
        oven->click();
        dialog.findChild<QCheckBox*>(QStringLiteral("step-2-oven-cool"))->click();
        sand->click();
        QTest::mouseClick(dialog.findChild<QPushButton*>(QStringLiteral("take-steps")), Qt::LeftButton);
    });
    click("work-steps");
    EXPECT_TRUE(job().work.chosen.at(2).contains("oven"));
    EXPECT_TRUE(job().work.left_out.at(1).contains("sand"));
    ASSERT_TRUE(waitFor([&] { return window.service().idle(); }));
    std::set<std::string> steps;
    for (const Task& task : window.planning().strip()->plan.tasks) steps.insert(task.step);
    EXPECT_TRUE(steps.contains("oven"));
    EXPECT_FALSE(steps.contains("dry") || steps.contains("sand"));
}

TEST_F(Wishes, whatIsNotPrintedTakesItsPlace) {
    plan({"gel-rub-off"});
    answer("ask-layers", [](QDialog& dialog) {
        auto* kind = dialog.findChild<QComboBox*>(QStringLiteral("layer-kind-1"));
        kind->setCurrentIndex(kind->findData(static_cast<int>(LayerKind::stain)));
        emit kind->activated(kind->currentIndex());
        QTest::keyClicks(dialog.findChild<QLineEdit*>(QStringLiteral("layer-what-1")),
                         QStringLiteral("walnut stain"));
        QTest::mouseClick(dialog.findChild<QPushButton*>(QStringLiteral("take-layers")), Qt::LeftButton);
    });
    click("work-besides");
    ASSERT_EQ(job().objects.front().layers.size(), 1U);
    EXPECT_EQ(job().objects.front().layers.front(),
              (Layer{LayerKind::stain, LayerWhen::over_coat, "walnut stain", 10, 0}));
    ASSERT_TRUE(waitFor([&] { return window.service().idle(); }));
    bool planned = false;
    for (const Task& task : window.planning().strip()->plan.tasks)
        planned = planned || task.details->words == "walnut stain.";
    EXPECT_TRUE(planned);
}

TEST_F(Wishes, hoursAreBrushedOverAWeek) {
    plan({"gel-rub-off"});
    type("work-hours", "Mo-Fr 18:00-21:30; 2026-12-24 none");
    answer("ask-hours", [](QDialog& dialog) {
        auto& week = *dialog.findChild<app::WeekView*>();
        brush(week, 5, 10, 13);  // a Saturday's morning
        brush(week, 0, 18, 24);  // taken back: it begins on what is free
        week.setFocus();
        QTest::keyClick(&week, Qt::Key_Down);  // by keys: Tuesday at six in the evening
        QTest::keyClick(&week, Qt::Key_Space);
        EXPECT_THAT(dialog.findChild<QLabel*>(QStringLiteral("week-words"))->text().toStdString(),
                    HasSubstr("Sa 10:00-13:00"));
        QTest::mouseClick(dialog.findChild<QPushButton*>(QStringLiteral("take-hours")), Qt::LeftButton);
    });
    click("work-week");
    EXPECT_EQ(job().work.hours, "Tu 18:30-21:30; We-Fr 18:00-21:30; Sa 10:00-13:00; 2026-12-24 none");
    EXPECT_EQ(find<QLineEdit>("work-hours")->text().toStdString(), job().work.hours);
}

TEST_F(Wishes, mealsAndRestsAreTyped) {
    plan({"gel-rub-off"});
    const Moment end = window.planning().strip()->plan.end;
    answer("ask-hours", [](QDialog& dialog) {
        auto* meals = dialog.findChild<QLineEdit*>(QStringLiteral("meals"));
        auto* take = dialog.findChild<QPushButton*>(QStringLiteral("take-hours"));
        ASSERT_TRUE(meals && take);
        QTest::keyClicks(meals, QStringLiteral("noon"));
        EXPECT_FALSE(take->isEnabled()) << "nobody can tell when that is";
        EXPECT_TRUE(dialog.findChild<QLabel*>(QStringLiteral("meals-fault"))->isVisible());
        meals->clear();
        QTest::keyClicks(meals, QStringLiteral("08:00-14:00"));
        dialog.findChild<QSpinBox*>(QStringLiteral("rest-minutes"))->setValue(20);
        QTest::mouseClick(take, Qt::LeftButton);
    });
    click("work-week");
    EXPECT_EQ(job().work.meals, "08:00-14:00");
    EXPECT_EQ(job().work.rest_min, 20);
    ASSERT_TRUE(waitFor([&] { return window.service().idle() && window.planning().strip(); }));
    EXPECT_GT(window.planning().strip()->plan.end, end) << "nobody works meanwhile";
    window.store().undo();
    EXPECT_EQ(job().work, WorkWishes{});
}

TEST_F(Wishes, aDayIsPickedFromACalendar) {
    plan({"gel-rub-off"});
    auto* dates = find<app::DateButton>("work-due-date");
    emit dates->picked(QDate(2026, 12, 12));
    EXPECT_EQ(job().work.due, "2026-12-12T18:00") << "by the evening";
    type("work-due", "2026-12-12 09:30");
    emit dates->picked(QDate(2026, 12, 14));
    EXPECT_EQ(job().work.due, "2026-12-14T09:30") << "the time that stood there";
    QTimer::singleShot(50, &window, [&] {
        auto* days = window.findChild<QCalendarWidget*>(QStringLiteral("work-due-date-days"));
        ASSERT_NE(days, nullptr);
        EXPECT_EQ(days->selectedDate(), QDate(2026, 12, 14));
        EXPECT_EQ(days->minimumDate(), QDate(2026, 12, 5)) << "today";
        emit days->clicked(QDate(2026, 12, 20));
    });
    QTest::mouseClick(dates, Qt::LeftButton);
    EXPECT_EQ(job().work.due, "2026-12-20T09:30");
}

TEST_F(Wishes, whatItTakesIsListedAndAmountsFollowTheCoverage) {
    plan({"gel-rub-off", "fabric-paste"}, 3);
    ASSERT_TRUE(waitFor([&] { return window.store().upToDate(); }));
    const Supply pot{newUuid(), "large pot", {"gel-rub-off/coat"}, 0, 0, {}, {}};
    window.log().keep(pot);
    answer("ask-needs", [](QDialog& dialog) {
        const auto labels = dialog.findChildren<QLabel*>();
        const auto shelf = std::find_if(labels.begin(), labels.end(), [](const QLabel* each) {
            return each->text() == QStringLiteral("On your shelf");
        });
        ASSERT_NE(shelf, labels.end());
        EXPECT_EQ((*std::next(shelf))->text().toStdString(), "matte gel medium") << "it is not bought again";
        auto* coverage = dialog.findChild<QDoubleSpinBox*>(QStringLiteral("coverage-gel-rub-off/coat"));
        auto* amount = dialog.findChild<QLabel*>(QStringLiteral("amount-gel-rub-off/coat"));
        ASSERT_TRUE(coverage && amount);
        EXPECT_EQ(coverage->value(), 0) << "nobody has said";
        coverage->setValue(5);
        EXPECT_EQ(amount->text().toStdString(), "8 ml") << "three times 48 cm²";
        QTest::mouseClick(dialog.findChild<QPushButton*>(QStringLiteral("copy-needs")), Qt::LeftButton);
        QTest::mouseClick(dialog.findChild<QPushButton*>(QStringLiteral("take-needs")), Qt::LeftButton);
    });
    click("work-needs");
    window.log().erase(pot);
    EXPECT_EQ(job().work.coverage, (std::map<std::string, double>{{"gel-rub-off/coat", 5}}));
    EXPECT_THAT(QGuiApplication::clipboard()->text().toStdString(),
                HasSubstr("Art and craft shop: matte gel medium"));
    window.store().undo();
    EXPECT_TRUE(job().work.coverage.empty());
}

TEST_F(Wishes, aThingWithTwoSidesIsTurnedOverWhenItMayBe) {
    plan({"gel-rub-off", "gel-rub-off"});
    const Moment apart = window.planning().strip()->plan.end;
    window.goTo(app::MainWindow::object);
    window.store().choose(job().pieces.back().id);
    answer("ask-side", [](QDialog& dialog) {
        auto* of = dialog.findChild<QComboBox*>(QStringLiteral("side-of"));
        auto* side = dialog.findChild<QComboBox*>(QStringLiteral("side"));
        ASSERT_TRUE(of && side);
        EXPECT_FALSE(side->isEnabled()) << "a thing of its own";
        of->setCurrentIndex(1);
        emit of->activated(1);
        EXPECT_EQ(side->currentText().toStdString(), "back, or board side") << "the first that is free";
        QTest::mouseClick(dialog.findChild<QPushButton*>(QStringLiteral("take-side")), Qt::LeftButton);
    });
    click("object-side");
    EXPECT_EQ(facesOf(job(), job().objects.front()).size(), 2u);
    EXPECT_EQ(job().objects.back().face, Face::back);
    EXPECT_THAT(find<QPushButton>("object-side")->text().toStdString(), HasSubstr("back"));
    window.goTo(app::MainWindow::transfer);
    ASSERT_TRUE(
        waitFor([&] { return window.service().idle() && window.planning().strip()->plan.end > apart; }));
}
