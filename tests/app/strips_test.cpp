// Test strips: a photograph is read, said by hand, gone by.
#include <QComboBox>
#include <QLabel>
#include <QSignalSpy>

#include <gmock/gmock.h>

#include "app/canvas/fold_view.h"
#include "app/stations/logbook/logbook_stage.h"
#include "app/stations/logbook/strip_desk.h"
#include "app/stations/logbook/strip_page.h"
#include "core/job/holds.h"
#include "tests/app/empty_record.h"
#include "tests/app/transfer_station.h"
#include "tests/support/photographed.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class StripStation : EmptyRecord, public TransferTest {
  protected:
    void SetUp() override {
        TransferTest::SetUp();
        plan({"gel-rub-off", "skin-sheet"});
        window.store().choose(job().pieces.front().id);
        window.goTo(app::MainWindow::logbook);
        click("open-strips");
    }
    app::StripDesk& desk() { return window.strips(); }
    const Piece& piece() { return job().pieces.front(); }
    std::string says() { return find<QLabel>("strip-says")->text().toStdString(); }
    void readShot(const StripShot& shot) {
        const auto file = folder / "strip.jpg";
        save(file, photographed(shot));
        desk().read(QString::fromStdString(file.string()));
        ASSERT_TRUE(desk().reading());
        ASSERT_TRUE(waitFor([&] { return !desk().reading(); }));
    }
    ScratchFolder folder;
};

}  // namespace

TEST_F(StripStation, opensForTheChosenPieceAndSaysWhatToDo) {
    EXPECT_TRUE(desk().isOpen());
    EXPECT_EQ(desk().of().method, "gel-rub-off");
    EXPECT_THAT(says(), HasSubstr("a guess"));
    EXPECT_EQ(desk().shown(), nullptr);
    click("strips-back");
    EXPECT_FALSE(desk().isOpen());
}

TEST_F(StripStation, aPhotographThatIsReadChangesTheFinishedFaceInOneUndoStep) {
    const Job before = job();
    StripShot shot = strippedShot(2);
    for (double& k : shot.arrives) k *= 0.5 / shot.arrives.back();
    readShot(shot);
    ASSERT_TRUE(piece().measured);
    EXPECT_NEAR(holdsOf(job(), piece()).curve->arrives.back(), 0.5, 0.03);
    EXPECT_EQ(holdsOf(job(), piece()).finest_line_mm, shot.finest_line_mm);
    EXPECT_FALSE(job().pieces.back().measured) << "another way is not measured by it";
    EXPECT_THAT(says(), HasSubstr("Solid black arrives as"));
    EXPECT_FALSE(desk().picture().isNull());
    window.store().undo();
    EXPECT_EQ(job(), before);
    EXPECT_NE(desk().shown(), nullptr) << "what was read is not undone";
    ASSERT_NE(desk().offeredFor(piece()), nullptr);
    window.goTo(app::MainWindow::tone);
    ASSERT_TRUE(waitFor([&] { return find<QPushButton>("go-by-strip") != nullptr; }));
    click("go-by-strip");
    EXPECT_TRUE(piece().measured);
    EXPECT_EQ(desk().offeredFor(piece()), nullptr);
}

TEST_F(StripStation, whatCannotBeReadIsSaidAndLosesNothing) {
    const Job before = job();
    QSignalSpy told(&desk(), &app::StripDesk::told);
    const auto file = folder / "wall.png";
    save(file, noise({500, 400}, CV_8UC3));
    desk().read(QString::fromStdString(file.string()));
    ASSERT_TRUE(waitFor([&] { return !desk().reading(); }));
    ASSERT_EQ(told.count(), 1);
    EXPECT_THAT(told.front().front().toString().toStdString(), HasSubstr("corner marks"));
    EXPECT_EQ(job(), before);
    EXPECT_TRUE(desk().strips().empty());
}

TEST_F(StripStation, byHandPartsAreThereOrNotByClicksAndKeys) {
    click("strip-by-hand");
    app::StayedView& view = window.logbookStage().stripPage().view();
    const auto clickPart = [&](int part) {
        QTest::mouseClick(&view, Qt::LeftButton, {}, view.partRect(part).center());
    };
    clickPart(0);   // the palest shade
    clickPart(10);  // the finest lines
    QTest::keyClick(&view, Qt::Key_Right);
    QTest::keyClick(&view, Qt::Key_Space);
    EXPECT_THAT(view.accessibleDescription().toStdString(), HasSubstr("lines of 0.15 mm: not there"));
    clickPart(view.count() - 3);  // 40 mm of solid black
    ASSERT_NE(desk().shown(), nullptr);
    EXPECT_TRUE(desk().strips().empty()) << "kept when it is said so";
    click("strip-keep");
    ASSERT_EQ(desk().strips().size(), 1u);
    const MeasuredTransfer& strip = desk().strips().front();
    EXPECT_EQ(strip.curve.basis, Basis::yours);
    EXPECT_EQ(strip.curve.arrives[1], 0);
    EXPECT_GT(strip.curve.arrives[2], 0);
    EXPECT_EQ(strip.finest_line_mm, 0.2);
    EXPECT_EQ(strip.solids->width_mm, 20);
    EXPECT_NEAR(strip.solids->ink, 0.86, 1e-9);
    EXPECT_EQ(piece().measured, strip);
    click("strip-erase");
    EXPECT_TRUE(desk().strips().empty());
    EXPECT_TRUE(piece().measured) << "the job keeps its own copy";
}

TEST_F(StripStation, isPrintedForWhatIsChosen) {
    desk().print(QString::fromStdString((folder / "strip.pdf").string()));
    const Ran text = run({"pdftotext", (folder / "strip.pdf").string(), "-"});
    EXPECT_THAT(text.out, HasSubstr("Gel medium, paper rubbed off"));
    EXPECT_THAT(text.out, HasSubstr("mirrored"));
}
