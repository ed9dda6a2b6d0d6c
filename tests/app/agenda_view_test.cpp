// The plan as a list beside the strip, and sheets at the table.
#include "app/canvas/agenda_view.h"

#include <QCheckBox>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>

#include <gmock/gmock.h>

#include "app/canvas/sheet_diagram.h"
#include "app/stations/transfer/transfer_stage.h"
#include "tests/app/transfer_station.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;
using testing::Not;

namespace {

class Agenda : public TransferTest {
  protected:
    std::string agenda() { return find<app::AgendaView>("agenda")->toPlainText().toStdString(); }
};

}  // namespace

TEST_F(Agenda, saysByDayAndHourWhatIsDone) {
    plan({"gel-rub-off"});
    EXPECT_THAT(agenda(), HasSubstr("Saturday, 5 December"));
    EXPECT_THAT(agenda(), HasSubstr("Coat, lay, wipe"));
    EXPECT_THAT(agenda(), HasSubstr("let it dry until"));
    EXPECT_THAT(agenda(), Not(HasSubstr("Look, now"))) << "what is ticked takes no line";
    EXPECT_TRUE(find<app::AgendaView>("agenda")->isVisible());
}

TEST_F(Agenda, timesAreTypedAsPeopleTypeThem) {
    plan({"gel-rub-off"});
    type("work-due", "Fri 6 pm");
    EXPECT_EQ(job().work.due, "2026-12-11T18:00");
    EXPECT_EQ(find<QLineEdit>("work-due")->text(), QStringLiteral("2026-12-11 18:00"));
    type("work-start", "tonight");
    EXPECT_EQ(job().work.start, "2026-12-05T18:00");
    type("work-start", "now");
    EXPECT_EQ(job().work.start, "");
    type("work-due", "soonish");
    EXPECT_EQ(job().work.due, "2026-12-11T18:00") << "what cannot be read changes nothing";
    EXPECT_THAT(find<QLineEdit>("work-due")->toolTip().toStdString(), HasSubstr("soonish"));
}

TEST_F(Agenda, whatIsDueIsEarlyWithTimeToSpareUnlessItIsWishedLate) {
    plan({"gel-rub-off"});
    const Moment soon = window.planning().strip()->plan.end;
    type("work-due", "2026-12-12 18:00");
    ASSERT_TRUE(waitFor([&] { return window.planning().strip()->plan.to_spare.has_value(); }));
    EXPECT_EQ(window.planning().strip()->plan.end, soon);
    EXPECT_THAT(find<QLabel>("transfer-about")->text().toStdString(), HasSubstr("to spare"));
    find<QCheckBox>("work-late")->click();
    EXPECT_TRUE(job().work.late);
    ASSERT_TRUE(waitFor([&] { return window.planning().strip()->plan.end > soon; }));
}

TEST_F(Agenda, theTableShowsTheSheetsThatAStepIsAbout) {
    plan({"gel-rub-off", "gel-rub-off"});
    click("begin-work");
    ASSERT_TRUE(waitFor([&] { return window.service().idle(); }));
    const app::RunBook::Open& run = window.runs().open().front();
    const Task& print = *findTask(run.state, run.now.task);
    ASSERT_EQ(print.work, Work::print);
    ASSERT_FALSE(print.sheets.empty());
    EXPECT_TRUE(app::hasSheetDiagram(print, run.state.order));
    QImage shown(400, 400, QImage::Format_RGB32);
    shown.fill(Qt::black);
    QPainter painter(&shown);
    app::paintSheetDiagram(painter, QRectF(0, 0, 400, 400), print, run.state.order, [](int) {
        QImage picture(10, 10, QImage::Format_RGB32);
        picture.fill(Qt::red);
        return picture;
    });
    painter.end();
    int paper = 0, ink = 0;
    for (int y = 0; y < 400; ++y)
        for (int x = 0; x < 400; ++x) {
            paper += shown.pixelColor(x, y) == QColor(Qt::white) ? 1 : 0;
            ink += shown.pixelColor(x, y) == QColor(Qt::red) ? 1 : 0;
        }
    double area = 0;
    for (const OrderedSheet& sheet : run.state.order.sheets)
        for (const OrderedSheet::Part& part : sheet.parts)
            area += part.at.width * part.at.height / (sheet.page.width * sheet.page.height);
    const double sheets = static_cast<double>(run.state.order.sheets.size());
    EXPECT_NEAR(static_cast<double>(ink) / (paper + ink), area / sheets, 0.05) << "as much as lies there";
}
