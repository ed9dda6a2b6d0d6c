// What the program asks in a dialog of its own: corners by measure, colours beside each other, matching,
// the size ladder; and the tab and patches of the Object station.
#include <QCheckBox>
#include <QLabel>
#include <QListWidget>
#include <QMenu>
#include <QSpinBox>
#include <QTableWidget>
#include <QTimer>

#include <gmock/gmock.h>

#include "app/canvas/fold_view.h"
#include "app/stations/object/corner_table.h"
#include "app/widgets/colour_button.h"
#include "app/widgets/spot_picker.h"
#include "app/window/ask_ladder.h"
#include "app/window/ask_patch.h"
#include "app/words/words.h"
#include "core/documents/patch_print.h"
#include "core/job/matching.h"
#include "core/layout/imposition.h"
#include "core/measure/corners.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class Dialogs : public ObjectStationTest {
  protected:
    /// Does this with the dialog that the next click opens. Whatever is left open is closed, so that a test
    /// that fails does not hang.
    void whenAsked(const std::function<void(QDialog&)>& answer) {
        asked_ = false;
        QTimer::singleShot(0, &window, [this, answer] {
            auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
            ASSERT_TRUE(dialog);
            asked_ = true;
            answer(*dialog);
            if (dialog->isVisible()) dialog->reject();
        });
    }
    template <class Widget>
    static Widget& in(QDialog& dialog, const char* name) {
        auto* found = dialog.findChild<Widget*>(QLatin1String(name));
        if (!found) throw std::runtime_error(std::string("no widget called ") + name);
        return *found;
    }
    static void press(QDialog& dialog, const char* name) {
        QTest::mouseClick(&in<QPushButton>(dialog, name), Qt::LeftButton);
    }
    static void typeCell(QDialog& dialog, int row, int column, const char* words) {
        in<QTableWidget>(dialog, "corner-table").item(row, column)->setText(QLatin1String(words));
    }
    bool asked_ = false;
};

}  // namespace

TEST_F(Dialogs, cornersAreTypedAsTheyWereMeasured) {
    chooseShape(ShapeKind::rectangle);
    type("object-width", "200 mm");
    type("object-height", "100 mm");
    chooseShape(ShapeKind::drawn);
    whenAsked([](QDialog& dialog) {
        auto& table = in<QTableWidget>(dialog, "corner-table");
        ASSERT_EQ(table.rowCount(), 4);
        EXPECT_EQ(table.item(1, 0)->text(), app::lengthText(200, Unit::mm));
        EXPECT_EQ(table.item(0, 2)->text(), app::lengthText(200, Unit::mm));
        EXPECT_EQ(table.item(0, 3)->text(), QStringLiteral("90.0°"));
        typeCell(dialog, 1, 0, "15 cm");
        EXPECT_EQ(table.item(0, 2)->text(), app::lengthText(150, Unit::mm));
        table.setCurrentCell(2, 0);
        press(dialog, "corner-more");
        ASSERT_EQ(table.rowCount(), 5);
        typeCell(dialog, 3, 0, "100");
        typeCell(dialog, 3, 1, "4 in");
        press(dialog, "corner-take");
    });
    click("type-corners");
    ASSERT_TRUE(asked_);
    window.activateWindow();
    ASSERT_TRUE(QTest::qWaitForWindowActive(&window));
    const Outline outline = outlineOf(object().shape);
    EXPECT_TRUE(isTidy(outline));
    EXPECT_EQ(outline.rings.front().size(), 5u);
    const RectMm box = bounds(outline);
    EXPECT_NEAR(box.height, 101.6, 1e-6);
    EXPECT_TRUE(contains(outline, {box.x + 100, box.y + 101}));
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(outlineOf(object().shape).rings.front().size(), 4u) << "one step";
}

TEST_F(Dialogs, edgesThatCrossAreNoOutlineAndWordsAreNoLength) {
    chooseShape(ShapeKind::drawn);
    const Shape before = object().shape;
    whenAsked([](QDialog& dialog) {
        auto& take = in<QPushButton>(dialog, "corner-take");
        auto& said = in<QLabel>(dialog, "corner-said");
        EXPECT_TRUE(take.isEnabled());
        typeCell(dialog, 0, 0, "wide");
        EXPECT_THAT(said.text().toStdString(), HasSubstr("wide"));
        EXPECT_THAT(in<QTableWidget>(dialog, "corner-table").item(0, 0)->text().toStdString(),
                    HasSubstr("mm"));
        typeCell(dialog, 0, 0, "900");
        EXPECT_FALSE(take.isEnabled());
        EXPECT_THAT(said.text().toStdString(), HasSubstr("cross"));
        typeCell(dialog, 0, 0, "-10");
        EXPECT_TRUE(take.isEnabled()) << "beyond the edge that it is measured from";
    });
    click("type-corners");
    ASSERT_TRUE(asked_);
    EXPECT_EQ(object().shape, before) << "not taken";
}

TEST_F(Dialogs, aCornerIsNotDraggedAcrossAnotherEdge) {
    chooseShape(ShapeKind::drawn);
    app::FoldView& fold = window.fold();
    const RectMm box = bounds(outlineOf(object().shape));
    const auto at = [&](const PointMm& p) {
        return fold.onScreen().object_mm.map(QPointF(p.x, p.y)).toPoint();
    };
    const PointMm corner = object().shape.outline.rings.front().front();
    // From the left to beyond the right side.
    QTest::mousePress(&fold, Qt::LeftButton, {}, at(corner));
    const QPointF beyond = at({box.right() + 0.3 * box.width, 0});
    QMouseEvent move(QEvent::MouseMove, beyond, fold.mapToGlobal(beyond), Qt::NoButton, Qt::LeftButton,
                     Qt::ControlModifier);
    QApplication::sendEvent(&fold, &move);
    QTest::mouseRelease(&fold, Qt::LeftButton, {}, beyond.toPoint());
    EXPECT_TRUE(isTidy(outlineOf(object().shape)));
}

TEST_F(Dialogs, aCornerStaysWhereTakingItOffWouldMakeEdgesCross) {
    chooseShape(ShapeKind::drawn);
    // A roof whose underside reaches up nearly to its ridge: without the ridge it would reach through.
    const Ring roof{{-60, 40}, {-60, -40}, {0, -60}, {60, -40}, {0, -50}};
    window.store().edit(QStringLiteral("draw"), [&](Job job) {
        Object drawn = object();
        drawn.shape.outline = {{roof}};
        return withObject(std::move(job), piece().id, drawn);
    });
    ASSERT_TRUE(isTidy(object().shape.outline));
    ASSERT_TRUE(settled());
    const auto takeOff = [this](const PointMm& corner) {
        app::FoldView& fold = window.fold();
        const QPoint at = fold.onScreen().object_mm.map(QPointF(corner.x, corner.y)).toPoint();
        QTest::mouseClick(&fold, Qt::LeftButton, {}, at);
        QTest::keyClick(&fold, Qt::Key_Delete);
        return object().shape.outline.rings.front();
    };
    EXPECT_EQ(takeOff(roof[2]), roof) << "the ridge stays";
    EXPECT_EQ(takeOff(roof[4]).size(), 4u) << "the underside may go";
}

TEST_F(Dialogs, aColourIsChosenAmongFourBesideEachOther) {
    const Rgb8 before = object().ground;
    whenAsked([&](QDialog& dialog) {
        EXPECT_EQ(in<app::ColourButton>(dialog, "ground-1").colour(), before)
            << "the first is what it is now";
        // The second is changed to slate by its menu, then taken.
        auto& second = in<app::ColourButton>(dialog, "ground-2");
        for (QAction* action : second.menu()->actions())
            if (action->text() == QStringLiteral("slate")) action->trigger();
        press(dialog, "take-ground-2");
    });
    click("compare-grounds");
    ASSERT_TRUE(asked_);
    EXPECT_EQ(object().ground, (Rgb8{72, 78, 84}));
    whenAsked([](QDialog& dialog) { dialog.reject(); });
    click("compare-grounds");
    EXPECT_EQ(object().ground, (Rgb8{72, 78, 84})) << "closed without taking one";
}

TEST_F(Dialogs, piecesAreMatchedOnceOrForGood) {
    chooseShape(ShapeKind::rectangle);
    hang(marked({200, 200}, 3), "two.png");
    const int second = piece().id;
    key(Qt::Key_Left, Qt::ControlModifier);
    window.goTo(app::MainWindow::picture);
    const auto tickTheOther = [](QDialog& dialog) {
        auto& list = in<QListWidget>(dialog, "matching-pieces");
        ASSERT_EQ(list.count(), 1);
        list.item(0)->setCheckState(Qt::Checked);
    };
    whenAsked([&](QDialog& dialog) {
        tickTheOther(dialog);
        in<QCheckBox>(dialog, "matching-size").setChecked(false);
        press(dialog, "matching-link");
    });
    click("match-pieces");
    ASSERT_TRUE(asked_);
    ASSERT_TRUE(setOf(job(), second));
    EXPECT_FALSE(setOf(job(), second)->aspects.size);
    // A change of one is a change of both, but for the size.
    window.goTo(app::MainWindow::object);
    part("edge");
    click("rim-torn");
    EXPECT_EQ(findPiece(job(), second)->edge.rim, Rim::torn);
    window.goTo(app::MainWindow::picture);
    whenAsked([](QDialog& dialog) { press(dialog, "matching-unlink"); });
    click("match-pieces");
    EXPECT_FALSE(setOf(job(), second));
    whenAsked([&](QDialog& dialog) {
        tickTheOther(dialog);
        press(dialog, "matching-copy");
    });
    click("match-pieces");
    EXPECT_FALSE(setOf(job(), second));
    EXPECT_NEAR(findPiece(job(), second)->size.width, piece().size.width, 1e-9) << "given once";
}

TEST_F(Dialogs, theLadderShowsItsWidthsAndTakesAnyUnit) {
    std::optional<std::vector<double>> widths;
    whenAsked([](QDialog& dialog) {
        auto& smallest = in<QLineEdit>(dialog, "ladder-smallest");
        smallest.setFocus();
        smallest.selectAll();
        QTest::keyClicks(&smallest, QStringLiteral("2 in"));
        QTest::keyClick(&smallest, Qt::Key_Return);
        EXPECT_TRUE(dialog.isVisible()) << "Return ends the typing, not the dialog";
        in<QSpinBox>(dialog, "ladder-count").setValue(3);
        const QString said = in<QLabel>(dialog, "ladder-widths").text();
        EXPECT_EQ(said.count(QStringLiteral("·")), 2) << said.toStdString();
        EXPECT_TRUE(said.startsWith(app::lengthText(51, Unit::mm))) << said.toStdString();
        press(dialog, "ladder-save");
    });
    widths = app::askLadder(&window, 100, Unit::mm);
    ASSERT_TRUE(widths);
    ASSERT_EQ(widths->size(), 3u);
    EXPECT_NEAR(widths->front(), 51, 1e-9) << "to half a millimetre";
    EXPECT_NEAR(widths->back(), 140, 1e-9);
    whenAsked([](QDialog& dialog) { dialog.reject(); });
    EXPECT_FALSE(app::askLadder(&window, 100, Unit::mm));
}

TEST_F(Dialogs, paperFromARollIsAsLongAsItMustBe) {
    type("picture-width", "900");
    ASSERT_TRUE(settled());
    window.goTo(app::MainWindow::sheets);
    const SizeMm picture = piece().size;
    const auto onWidth = [](QDialog& dialog, const QString& width) {
        auto& edit = in<QLineEdit>(dialog, "roll-width");
        edit.setFocus();
        edit.selectAll();
        QTest::keyClicks(&edit, width);
        QTest::keyClick(&edit, Qt::Key_Return);
    };
    whenAsked([&](QDialog& dialog) {
        onWidth(dialog, QStringLiteral("2 cm"));
        EXPECT_FALSE(in<QPushButton>(dialog, "roll-take").isEnabled());
        onWidth(dialog, QString::number(picture.height + 12) + QStringLiteral(" mm"));
        press(dialog, "roll-take");
    });
    choose("paper", QStringLiteral("roll"));
    ASSERT_TRUE(settled());
    EXPECT_TRUE(asked_);
    EXPECT_NEAR(job().sheets.paper.size.height, picture.width + 10, 1.01);
    EXPECT_EQ(find<QComboBox>("paper")->currentData().toString(), QStringLiteral("custom"));
    for (const Sheet& sheet : window.store().imposition()->sheets)
        EXPECT_FALSE(sheet.regions.front().seams.any()) << "each copy lies whole on one";

    const Paper before = job().sheets.paper;
    whenAsked([](QDialog& dialog) { dialog.reject(); });
    choose("paper", QStringLiteral("roll"));
    EXPECT_EQ(job().sheets.paper, before);
    EXPECT_EQ(find<QComboBox>("paper")->currentData().toString(), QStringLiteral("custom"));
}

TEST_F(Dialogs, aPatchKeepsItsFormWhenItsSizeIsTyped) {
    chooseShape(ShapeKind::rectangle);
    part("zones");
    click("add-painted");
    ASSERT_EQ(object().zones.size(), 1u);
    choose("zone-form", static_cast<int>(ShapeKind::polygon));
    EXPECT_EQ(object().zones[0].shape.kind, ShapeKind::polygon);
    type("zone-height", "60 mm");
    const Zone& patch = object().zones[0];
    EXPECT_EQ(patch.shape.kind, ShapeKind::polygon);
    EXPECT_NEAR(measure(patch.shape, "across_flats_mm"), 60, 1e-6);
    EXPECT_EQ(find<QLineEdit>("zone-width")->text(), QStringLiteral("69.3 mm"));
    EXPECT_EQ(find<QComboBox>("zone-form")->currentData().toInt(), static_cast<int>(ShapeKind::polygon));
}

TEST_F(Dialogs, aTabIsAskedForAndSaysWhenThereIsNoRoom) {
    part("edge");
    const auto said = [this] { return find<QLabel>("about-tab")->text().toStdString(); };
    QTest::mouseClick(find("edge-tab"), Qt::LeftButton, {}, QPoint(8, find("edge-tab")->height() / 2));
    EXPECT_TRUE(piece().edge.tab);
    EXPECT_THAT(said(), HasSubstr("beyond the rim"));
    EXPECT_GT(impose(job()).sheets.front().regions.front().tab_px, 0);
    part("what");
    chooseShape(ShapeKind::tapered);
    EXPECT_THAT(said(), HasSubstr("No tab here"));
    key(Qt::Key_Z, Qt::ControlModifier);
    part("method");
    choose("method", QStringLiteral("release-sheet-press"));
    EXPECT_FALSE(find("edge-tab")->isEnabled());
    EXPECT_EQ(impose(job()).sheets.front().regions.front().tab_px, 0);
}

TEST_F(Dialogs, aSpotToMendIsChosenOnThePictureByMouseAndKeys) {
    hang(marked({300, 200}, 3));
    const auto ask = [this] { return app::askPatch(&window, job(), piece(), window.service()); };
    whenAsked([](QDialog& dialog) {
        auto& picker = in<app::SpotPicker>(dialog, "patch-spot");
        QTest::mouseClick(&picker, Qt::LeftButton, {}, QPoint(picker.width() / 4, picker.height() / 2));
        EXPECT_NEAR(picker.spot().x, 0.25, 0.06);
        const double before = picker.spot().y;
        QTest::keyClick(&picker, Qt::Key_Down);
        EXPECT_GT(picker.spot().y, before);
        auto& side = in<QLineEdit>(dialog, "patch-side");
        side.setFocus();
        side.selectAll();
        QTest::keyClicks(&side, QStringLiteral("9 mm"));
        QTest::keyClick(&side, Qt::Key_Return);
        EXPECT_EQ(side.text(), QStringLiteral("20 mm")) << "no smaller than can be held";
        press(dialog, "patch-save");
    });
    const auto patch = ask();
    ASSERT_TRUE(patch);
    EXPECT_NEAR(patch->spot.x, 0.25, 0.06);
    EXPECT_NEAR(patch->side_mm, least_patch_mm, 1e-9);
    whenAsked([](QDialog& dialog) { dialog.reject(); });
    EXPECT_FALSE(ask());
    ASSERT_TRUE(settled());
}
