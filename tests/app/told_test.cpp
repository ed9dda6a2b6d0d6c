// What a maker says at the table that no plan knows, and work that begins before its time.
#include <QDoubleSpinBox>
#include <QLabel>

#include <gmock/gmock.h>

#include "app/stations/transfer/table_view.h"
#include "core/record/log_of_run.h"
#include "tests/app/transfer_station.h"

using namespace tympan;
using namespace tympan::tests;
using std::chrono::minutes;
using testing::HasSubstr;

namespace {

class Telling : public TransferTest {
  protected:
    const app::RunBook::Open& run() { return window.runs().open().front(); }
    app::TableView& table() { return window.table(); }
    void pressed(Qt::Key key) { QTest::keyClick(&table(), key); }
};

}  // namespace

TEST_F(Telling, beginningBeforeThePlannedTimeIsAskedOnce) {
    plan({"gel-rub-off"});
    type("work-start", "Sun 09:00");
    ASSERT_TRUE(waitFor([&] { return window.service().idle() && window.planning().strip(); }));
    click("begin-work");
    EXPECT_TRUE(window.runs().open().empty());
    EXPECT_THAT(find<QLabel>("transfer-sentence")->text().toStdString(), HasSubstr("The plan begins"));
    click("begin-work");
    ASSERT_EQ(window.runs().open().size(), 1U);
    EXPECT_TRUE(table().isVisible());
    EXPECT_EQ(run().now.kind, Now::Kind::hands) << "from now on";
}

TEST_F(Telling, theProductIsWrittenDownOnceAndKept) {
    plan({"gel-rub-off"}, 2);
    click("begin-work");
    auto* tell = find<QPushButton>("table-tell");
    for (int k = 0; k < 12 && findTask(run().state, run().now.task)->step != "coat"; ++k) {
        EXPECT_FALSE(tell->isVisible()) << run().now.task;
        pressed(Qt::Key_Space);
    }
    ASSERT_TRUE(tell->isVisible());
    answer("ask-told", [](QDialog& dialog) {
        EXPECT_EQ(dialog.findChild<QWidget*>(QStringLiteral("told-heat")), nullptr) << "nothing is hot";
        auto* product = dialog.findChild<QComboBox*>(QStringLiteral("told-product"));
        ASSERT_NE(product, nullptr);
        QTest::keyClicks(product->lineEdit(), QStringLiteral("matte gel, large pot"));
        QTest::mouseClick(dialog.findChild<QPushButton*>(QStringLiteral("take-told")), Qt::LeftButton);
    });
    pressed(Qt::Key_P);
    EXPECT_EQ(tell->text().toStdString(), "matte gel, large pot");
    EXPECT_EQ(run().state.told.at("gel-rub-off/coat").product, "matte gel, large pot");
    pressed(Qt::Key_Space);
    window.clock().set(now() + minutes{3});
    pressed(Qt::Key_Space);
    const auto entries = entriesOf(*window.runs().read(run().id));
    ASSERT_EQ(entries.size(), 1U);
    bool kept = false;
    for (const DoneStep& step : entries[0].steps) kept = kept || step.product == "matte gel, large pot";
    EXPECT_TRUE(kept);
}

TEST_F(Telling, howAPressIsSetIsWrittenDownWithItsUnit) {
    Job job = withPiece({}, {.artwork = picture(),
                             .object = objectOf("shirt", ShapeKind::rectangle, {100, 80}),
                             .method = findMethod(shippedMethods(), "opaque-dark-cloth"),
                             .size = {80, 60}});
    job.printers.front().kind = PrinterKind::sublimation;
    window.openJob(job);
    window.goTo(app::MainWindow::transfer);
    ASSERT_TRUE(waitFor([&] { return window.planning().strip() != nullptr && window.service().idle(); }));
    click("begin-work");
    for (int k = 0; k < 30 && findTask(run().state, run().now.task)->step != "press"; ++k) {
        window.clock().set(std::max(now(), run().now.from) + minutes{1});
        pressed(Qt::Key_Space);
    }
    ASSERT_EQ(findTask(run().state, run().now.task)->step, "press");
    answer("ask-told", [](QDialog& dialog) {
        auto* heat = dialog.findChild<QDoubleSpinBox*>(QStringLiteral("told-heat"));
        auto* unit = dialog.findChild<QComboBox*>(QStringLiteral("told-heat-unit"));
        ASSERT_TRUE(heat && unit);
        heat->setValue(400);
        unit->setCurrentIndex(1);
        EXPECT_EQ(dialog.findChild<QLabel*>(QStringLiteral("told-heat-other"))->text().toStdString(),
                  "= 204 °C");
        dialog.findChild<QDoubleSpinBox*>(QStringLiteral("told-held"))->setValue(60);
        dialog.findChild<QComboBox*>(QStringLiteral("told-pressure"))->setCurrentText(QStringLiteral("firm"));
        QTest::mouseClick(dialog.findChild<QPushButton*>(QStringLiteral("take-told")), Qt::LeftButton);
    });
    pressed(Qt::Key_P);
    const ToldOfStep& told = run().state.told.at("opaque-dark-cloth/press");
    EXPECT_NEAR(told.heat_c, 204.4, 0.1);
    EXPECT_EQ(told.held_s, 60);
    EXPECT_EQ(find<QPushButton>("table-tell")->text().toStdString(), "204 °C (400 °F), 60 s, firm");
}
