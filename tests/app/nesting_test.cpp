// Small pieces laid closer and moved by hand at the Sheets station; objects filled at the Object station.
#include <QLabel>

#include <gmock/gmock.h>

#include "app/canvas/pieces_view.h"
#include "app/stations/object/fill_panel.h"
#include "app/stations/sheets/nest_panel.h"
#include "app/stations/sheets/sheets_stage.h"
#include "core/documents/cut_paths.h"
#include "core/job/edits.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

class NestingTest : public WindowTest {
  protected:
    /// Seven round pieces of 80 mm: in rows they take two sheets.
    void hangRounds() {
        Job made = fresh();
        made = withPiece(made, {picture(),
                                objectOf("plate", ShapeKind::circle, {80}),
                                jobOf(picture(), {80, 80}).pieces[0].method,
                                {80, 80},
                                7});
        made = withEdge(made, made.pieces.front().id, {.cut = Cut::object});
        made.sheets.scissor_gap_mm = 3;
        window.store().open(made);
        window.goTo(app::MainWindow::sheets);
        ASSERT_TRUE(laid());
    }
    bool laid() {
        return waitFor([this] { return window.store().upToDate() && window.service().idle(); });
    }
    app::NestPanel& panel() { return *static_cast<app::NestPanel*>(find("nest-panel")); }
    app::PiecesView& view() { return *static_cast<app::PiecesView*>(find("pieces-view")); }
    std::size_t sheets() { return window.store().imposition()->sheets.size(); }
    QString says(const char* name) { return find<QLabel>(name)->text(); }
    /// Where on the view a sheet's part lies.
    QPoint middleOf(std::size_t part) {
        const Imposition& imposition = *window.store().imposition();
        const PlacedRegion& at = imposition.sheets.front().regions.at(part);
        const double px = view().width() / imposition.sheets.front().page.width * imposition.grid.pixel_mm();
        return {qRound((at.placed.x + at.placed.width / 2.0) * px),
                qRound((at.placed.y + at.placed.height / 2.0) * px)};
    }
};

}  // namespace

TEST_F(NestingTest, piecesAreLaidCloserWhileOneWatchesAndThatIsOneStep) {
    hangRounds();
    ASSERT_EQ(sheets(), 2);
    EXPECT_THAT(says("nest-says").toStdString(), testing::HasSubstr("2 sheets"));
    panel().setSeconds(4);
    click("nest");
    EXPECT_TRUE(panel().searching());
    EXPECT_TRUE(find("nest-stop")->isVisible());
    // Better ways are shown before it ends; the job is the same until then.
    EXPECT_TRUE(waitFor([&] { return says("nest-says").contains(QLatin1String("1 sheet")); }));
    ASSERT_TRUE(waitFor([&] { return !panel().searching(); }));
    ASSERT_TRUE(laid());
    EXPECT_EQ(sheets(), 1);
    EXPECT_FALSE(job().kept_sheets.empty());
    window.store().undo();
    ASSERT_TRUE(laid());
    EXPECT_EQ(sheets(), 2);
    EXPECT_TRUE(job().kept_sheets.empty());
}

TEST_F(NestingTest, aSearchThatIsStoppedKeepsWhatItFoundAndAnEditEndsIt) {
    hangRounds();
    panel().setSeconds(600);
    click("nest");
    ASSERT_TRUE(waitFor([&] { return says("nest-says").contains(QLatin1String("1 sheet")); }));
    click("nest-stop");
    ASSERT_TRUE(waitFor([&] { return !panel().searching(); }));
    ASSERT_TRUE(laid());
    EXPECT_EQ(sheets(), 1);
    click("nest-another");
    ASSERT_TRUE(panel().searching());
    window.store().edit(QStringLiteral("rename"), [](Job made) {
        made.name = "Another";
        return made;
    });
    EXPECT_FALSE(panel().searching());
    EXPECT_TRUE(laid());
    EXPECT_EQ(job().name, "Another");
}

TEST_F(NestingTest, aPieceIsDraggedNudgedTurnedAndLocked) {
    hangRounds();
    // The seventh lies alone on the second sheet; of the first one the last is dragged by a millimetre or so.
    const QPoint from = middleOf(5);
    QTest::mousePress(&view(), Qt::LeftButton, {}, from);
    QTest::mouseMove(&view(), from + QPoint(4, 3));
    QTest::mouseMove(&view(), from + QPoint(6, 5));
    QTest::mouseRelease(&view(), Qt::LeftButton, {}, from + QPoint(6, 5));
    ASSERT_FALSE(job().kept_sheets.empty());
    const auto place = [&]() -> KeptPlace {
        for (const KeptPlace& each : job().kept_sheets.front().places)
            if (each.locked) return each;
        return {};
    };
    EXPECT_GT(place().piece, 0) << "where a hand laid it, it stays";
    ASSERT_TRUE(laid());
    const KeptPlace dragged = place();
    QTest::keyClick(&view(), Qt::Key_Down, Qt::ShiftModifier);
    EXPECT_NEAR(place().middle.y - dragged.middle.y, 0.1, 0.1);
    ASSERT_TRUE(laid());
    QTest::keyClick(&view(), Qt::Key_R);
    EXPECT_NEAR(std::abs(std::remainder(place().rotation_deg - dragged.rotation_deg, 360)), 15, 1e-9);
    ASSERT_TRUE(laid());
    QTest::keyClick(&view(), Qt::Key_L);
    EXPECT_EQ(place().piece, 0) << "unlocked";
    window.store().undo();
    EXPECT_GT(place().piece, 0);
}

TEST_F(NestingTest, arrowsLeafThroughSheetsWhileNoPieceIsChosen) {
    hangRounds();
    auto& stage = *static_cast<app::SheetsStage*>(find("sheets-stage"));
    ASSERT_EQ(stage.chosen(), 0);
    view().setFocus();
    QTest::keyClick(&view(), Qt::Key_Right);
    EXPECT_EQ(stage.chosen(), 1);
    QTest::keyClick(&view(), Qt::Key_Up);
    EXPECT_EQ(stage.chosen(), 0);
    QTest::mouseClick(&view(), Qt::LeftButton, {}, middleOf(0));
    QTest::keyClick(&view(), Qt::Key_Right);
    EXPECT_EQ(stage.chosen(), 0) << "the piece takes it, whether or not it can move";
    QTest::keyClick(&view(), Qt::Key_Escape);
    QTest::keyClick(&view(), Qt::Key_Right);
    EXPECT_EQ(stage.chosen(), 1);
}

TEST_F(NestingTest, aPieceThatIsDroppedOnAnotherGoesBack) {
    hangRounds();
    const QPoint from = middleOf(0), onto = middleOf(1);
    QTest::mousePress(&view(), Qt::LeftButton, {}, from);
    QTest::mouseMove(&view(), (from + onto) / 2);
    QTest::mouseMove(&view(), onto);
    QTest::mouseRelease(&view(), Qt::LeftButton, {}, onto);
    ASSERT_TRUE(laid());
    EXPECT_EQ(window.store().imposition()->sheets.front().regions.size(), 6u);
    EXPECT_EQ(sheets(), 2);
}

TEST_F(NestingTest, rulesOfCuttingAreTheJobs) {
    hangRounds();
    choose("turning", static_cast<int>(Turning::free));
    click("cut-lines");
    click("corner-marks");
    type("cut-beyond", "1.5 mm");
    EXPECT_EQ(job().sheets.turning, Turning::free);
    EXPECT_TRUE(job().sheets.cut_lines && job().sheets.corner_marks);
    EXPECT_NEAR(job().sheets.cut_beyond_mm, 1.5, 1e-9);
}

TEST_F(NestingTest, anObjectIsFilledInEachMannerAndThatIsOneStep) {
    Job made = jobOf(picture(), {60, 40});
    made = withObject(made, made.pieces.front().id, objectOf("slate", ShapeKind::polygon, {6, 200}));
    for (int i = 0; i < 3; ++i) made = withAnother(made, made.pieces.front().id, picture(), {40, 30});
    window.store().open(made);
    window.goTo(app::MainWindow::object);
    window.objectTray().open(QStringLiteral("fill"));
    auto& panel = *window.findChild<app::FillPanel*>();
    panel.setSeconds(1);
    click("fill-it");
    EXPECT_TRUE(panel.searching());
    ASSERT_TRUE(waitFor([&] { return !panel.searching(); }));
    ASSERT_TRUE(job().objects.front().filling.has_value());
    EXPECT_NE(job().pieces[0].placement.from_centre, job().pieces[1].placement.from_centre);
    // What is asked otherwise is tried at once.
    click("fill-manner-patchwork");
    ASSERT_TRUE(waitFor([&] { return !panel.searching(); }));
    for (const Piece& each : job().pieces) EXPECT_EQ(each.edge.cut, Cut::cell);
    const Job patched = job();
    EXPECT_TRUE(find("fill-another")->isEnabled());
    click("fill-another");
    ASSERT_TRUE(waitFor([&] { return !panel.searching(); }));
    EXPECT_NE(job().pieces.front().edge.cell, patched.pieces.front().edge.cell);
    window.store().undo();
    EXPECT_EQ(job().pieces, patched.pieces);
    // The chosen one changes places with another.
    const Piece mine = piece();
    const Piece& other = *std::find_if(patched.pieces.begin(), patched.pieces.end(),
                                       [&](const Piece& each) { return each.id != mine.id; });
    choose("fill-swap", other.id);
    EXPECT_EQ(piece().edge.cell, other.edge.cell);
    window.store().undo();
    EXPECT_EQ(job().pieces, patched.pieces);
    window.store().undo();
    window.store().undo();
    EXPECT_EQ(job().pieces, made.pieces);
}

TEST_F(NestingTest, aPlaceInAPatchworkIsAmongTheEdges) {
    Job made = jobOf(picture(), {60, 40});
    made = withObject(made, made.pieces.front().id, objectOf("slate", ShapeKind::polygon, {6, 200}));
    made = withAnother(made, made.pieces.front().id, picture(), {40, 30});
    window.store().open(made);
    window.goTo(app::MainWindow::object);
    window.objectTray().open(QStringLiteral("edge"));
    EXPECT_FALSE(find("cut-cell")->isVisible()) << "there is no patchwork";
    window.objectTray().open(QStringLiteral("fill"));
    click("fill-manner-patchwork");
    click("fill-it");
    ASSERT_TRUE(waitFor([&] { return piece().edge.cut == Cut::cell && window.service().idle(); }));
    window.objectTray().open(QStringLiteral("edge"));
    EXPECT_TRUE(find("cut-cell")->isVisible());
    EXPECT_TRUE(find<QPushButton>("cut-cell")->isChecked());
    click("cut-none");
    EXPECT_EQ(piece().edge.cut, Cut::none);
    click("cut-cell");
    EXPECT_EQ(piece().edge.cut, Cut::cell) << "it can be taken again";
}

TEST_F(NestingTest, anObjectOfOnePictureSaysWhatItTakes) {
    hang(marked({300, 200}, 3));
    window.goTo(app::MainWindow::object);
    window.objectTray().open(QStringLiteral("fill"));
    EXPECT_FALSE(find("fill-it")->isEnabled());
    EXPECT_FALSE(says("fill-says").isEmpty());
}

TEST_F(NestingTest, picturesAreTiledAsOneWhereTheObjectSaysSo) {
    Job made = jobOf(picture(), {60, 40});
    made = withObject(made, made.pieces.front().id, objectOf("board", ShapeKind::rectangle, {500, 400}));
    for (int i = 0; i < 3; ++i) made = withAnother(made, made.pieces.front().id, picture(), {40, 30});
    window.store().open(made);
    window.goTo(app::MainWindow::object);
    window.objectTray().open(QStringLiteral("fill"));
    click("fill-manner-patchwork");
    click("fill-it");
    ASSERT_TRUE(waitFor([&] { return piece().edge.cut == Cut::cell && laid(); }));
    click("fill-one-print");
    ASSERT_TRUE(laid());
    EXPECT_TRUE(job().objects.front().one_print);
    EXPECT_EQ(job().pieces.size(), 4U) << "each picture stays a piece of its own";
    ASSERT_EQ(window.store().imposition()->prints.size(), 1U);
    EXPECT_GT(window.store().imposition()->plans.front().seams.size(), 0U);
    // Whichever of them is chosen, the sheets that are shown are theirs, and seams are those of the whole.
    window.store().chooseNext(2);
    window.goTo(app::MainWindow::sheets);
    ASSERT_TRUE(laid());
    const Piece* together = window.store().printedPiece();
    ASSERT_NE(together, nullptr);
    EXPECT_EQ(together->id, job().pieces.front().id);
    EXPECT_TRUE(find("joint")->isVisible());
    choose("joint", static_cast<int>(Joint::lap));
    EXPECT_EQ(job().pieces.front().joining.joint, Joint::lap);
    ASSERT_TRUE(laid());
    EXPECT_EQ(window.store().imposition()->plans.front().seams.front().joint, Joint::lap);
}
