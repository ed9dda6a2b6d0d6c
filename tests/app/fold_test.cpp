#include <QSlider>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "app/canvas/fold_view.h"
#include "app/canvas/screen_scale.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::app;
using namespace tympan::tests;

namespace {

FoldScene scene(Mirrored mirrored) {
    FoldScene made;
    made.box = {-88, -113, 176, 226};
    made.paper = {-105, -143, 210, 297};
    made.object = {-100, -125, 200, 250};
    made.at = {7, -9};
    made.rotation_deg = 20;
    made.mirrored = mirrored;
    return made;
}

const QRectF room(20, 20, 800, 360);

}  // namespace

RC_GTEST_PROP(FoldLayout, foldingOrSlidingPutsEverySpotWhereItWillBe, ()) {
    const QPointF spot(*rc::gen::inRange(0, 1001) / 1000.0, *rc::gen::inRange(0, 1001) / 1000.0);
    for (Mirrored mirrored : {Mirrored::yes, Mirrored::no}) {
        const FoldLayout layout = foldLayout(scene(mirrored), room, 1, {});
        const QPointF laid = layout.paperAt(1, mirrored).map(layout.onPrint(spot, mirrored));
        RC_ASSERT(QLineF(laid, layout.onObject(spot)).length() < 0.01);
        RC_ASSERT(QLineF(layout.paperAt(0, mirrored).map(layout.onPrint(spot, mirrored)),
                         layout.onPrint(spot, mirrored))
                      .length() < 0.01);
    }
}

RC_GTEST_PROP(FoldLayout, bothLeavesAgreeAboutEverySpot, ()) {
    const QPointF spot(*rc::gen::inRange(1, 1000) / 1000.0, *rc::gen::inRange(1, 1000) / 1000.0);
    for (Mirrored mirrored : {Mirrored::yes, Mirrored::no}) {
        const FoldLayout layout = foldLayout(scene(mirrored), room, 1, {});
        for (const QPointF& at : {layout.onPrint(spot, mirrored), layout.onObject(spot)}) {
            const auto back = layout.spotAt(at, mirrored);
            RC_ASSERT(back.has_value());
            RC_ASSERT(QLineF(*back, spot).length() < 1e-6);
        }
        RC_ASSERT(layout.onPrint({0.2, 0.5}, Mirrored::yes).x() >
                  layout.onPrint({0.8, 0.5}, Mirrored::yes).x());
    }
}

TEST(FoldLayout, everythingFitsTheRoomAndLeavesDoNotMeet) {
    for (const SizeMm size : {SizeMm{10, 10}, SizeMm{900, 600}, SizeMm{40, 900}}) {
        FoldScene made = scene(Mirrored::yes);
        made.box = {-size.width / 2, -size.height / 2, size.width, size.height};
        made.paper = grown(made.box, 12);
        made.object = grown(made.box, 80);
        const FoldLayout layout = foldLayout(made, room, 1, {});
        EXPECT_TRUE(room.adjusted(-1, -1, 1, 1).contains(layout.paper | layout.object));
        EXPECT_LT(layout.paper.right(), layout.hinge_x);
        EXPECT_GT(layout.object.left(), layout.hinge_x);
    }
}

TEST(FoldLayout, zoomKeepsTheHingeAndScales) {
    const FoldLayout once = foldLayout(scene(Mirrored::yes), room, 1, {}),
                     twice = foldLayout(scene(Mirrored::yes), room, 2, {});
    EXPECT_NEAR(twice.px_mm, 2 * once.px_mm, 1e-9);
    EXPECT_EQ(once.hinge_x, twice.hinge_x);
}

class Fold : public WindowTest {};

TEST_F(Fold, theKeyLaysThePaperOverAndLiftsItBack) {
    hang(marked({300, 200}, 3));
    window.goTo(MainWindow::object);
    window.fold().setFocus();
    key(Qt::Key_F);
    EXPECT_TRUE(waitFor([&] { return window.fold().folded(); }));
    QTest::qWait(600);
    key(Qt::Key_F);
    EXPECT_TRUE(waitFor([&] { return !window.fold().folded(); }));
}

TEST_F(Fold, theCornerCanBePulledOver) {
    hang(marked({300, 200}, 3));
    window.goTo(MainWindow::object);
    FoldView& fold = window.fold();
    const FoldLayout& layout = fold.onScreen();
    // Of a paper that reaches beyond the stage, the corner of what is seen.
    const QRectF seen = layout.paper & QRectF(0, 0, layout.hinge_x, fold.height());
    const QPoint corner = seen.bottomLeft().toPoint() + QPoint(8, -8);
    QTest::mouseMove(&fold, corner);
    QTest::mousePress(&fold, Qt::LeftButton, {}, corner);
    for (double part : {0.2, 0.5, 0.8}) {
        const QPoint at(corner.x() + static_cast<int>(part * 2 * (layout.hinge_x - corner.x())), corner.y());
        QMouseEvent move(QEvent::MouseMove, at, fold.mapToGlobal(QPointF(at)), Qt::NoButton, Qt::LeftButton,
                         Qt::NoModifier);
        QApplication::sendEvent(&fold, &move);
    }
    EXPECT_TRUE(fold.folded()) << "past half way it is over";
    QTest::mouseRelease(&fold, Qt::LeftButton, {}, corner);
    QTest::qWait(700);
    EXPECT_TRUE(fold.folded());
}

TEST_F(Fold, theInkSideIsTheMirrorOfTheFinishedFace) {
    hang(marked({300, 200}, 1));
    ASSERT_TRUE(settled());
    const LeafPictures& pictures = window.fold().leaves();
    ASSERT_FALSE(pictures.printed.isNull());
    const int y = pictures.printed.height() / 4, left = pictures.printed.width() / 5,
              right = pictures.printed.width() - 1 - left;
    EXPECT_LT(qGray(pictures.finished.pixel(left, y)), 100)
        << "the mark of the upper left stays there on the object";
    EXPECT_LT(qGray(pictures.printed.pixel(right, y)), 100) << "and lies at the right of the ink side";
    EXPECT_GT(qGray(pictures.printed.pixel(left, y)), 200);
}

TEST_F(Fold, aBankCardSetsTheTrueSizeOnTheScreen) {
    hang(marked({300, 200}, 1));
    ScreenScale card;
    card.show();
    auto* slider = card.findChild<QSlider*>(QStringLiteral("screen-scale-slider"));
    slider->setValue(428);
    QTest::mouseClick(card.findChild<QPushButton*>(QStringLiteral("screen-scale-keep")), Qt::LeftButton);
    EXPECT_EQ(card.result(), QDialog::Accepted);
    window.fold().zoomToTrueSize();
    EXPECT_NEAR(window.fold().onScreen().px_mm, 5, 1e-9) << "428 px for the 85.6 mm of a card";
    EXPECT_NEAR(window.fold().onScreen().finished.width(), 5 * piece().size.width, 1e-6);
}
