// The desk by itself: what it shows is a value, what the hand does is told in parts of the picture.
#include <QSignalSpy>
#include <QWheelEvent>

#include <gtest/gtest.h>

#include "app/canvas/picture_desk.h"
#include "app/widgets/arrow_keys.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::app;

namespace {

class Desk : public testing::Test {
  protected:
    void SetUp() override {
        desk.resize(900, 500);
        desk.show(scene(DeskTool::crop));
        static_cast<QWidget&>(desk).show();
        ASSERT_TRUE(QTest::qWaitForWindowExposed(&desk));
    }
    static DeskScene scene(DeskTool tool) {
        DeskScene made;
        made.picture = QImage(400, 200, QImage::Format_RGB32);
        made.picture.fill(Qt::darkCyan);
        made.tool = tool;
        made.corners = {PointMm{0.1, 0.1}, PointMm{0.9, 0.1}, PointMm{0.9, 0.9}, PointMm{0.1, 0.9}};
        return made;
    }
    void drag(const PointMm& from, const PointMm& to) {
        const QPoint a = desk.onScreen(from).toPoint(), b = desk.onScreen(to).toPoint();
        QTest::mousePress(&desk, Qt::LeftButton, {}, a);
        QTest::mouseMove(&desk, (a + b) / 2);
        QTest::mouseMove(&desk, b);
        QTest::mouseRelease(&desk, Qt::LeftButton, {}, b);
    }
    void wheel(const QPointF& at, int delta) {
        QWheelEvent event(at, desk.mapToGlobal(at), {}, {0, delta}, Qt::NoButton, Qt::NoModifier,
                          Qt::NoScrollPhase, false);
        QApplication::sendEvent(&desk, &event);
    }
    PictureDesk desk;
};

}  // namespace

TEST_F(Desk, placesGoToTheScreenAndBackAtEveryZoom) {
    for (int turn = 0; turn < 3; ++turn) {
        for (const PointMm& place : {PointMm{0, 0}, PointMm{0.3, 0.8}, PointMm{1, 1}}) {
            const PointMm back = desk.inPicture(desk.onScreen(place));
            EXPECT_NEAR(back.x, place.x, 1e-9);
            EXPECT_NEAR(back.y, place.y, 1e-9);
        }
        wheel({500, 200}, 240);
    }
}

TEST_F(Desk, theWheelKeepsWhatIsUnderThePointerAndAClickTwiceShowsAll) {
    const QPointF pointer(560, 180);
    const PointMm under = desk.inPicture(pointer);
    const QPointF corner = desk.onScreen({0, 0});
    wheel(pointer, 480);
    EXPECT_NEAR(desk.inPicture(pointer).x, under.x, 0.01);
    EXPECT_NEAR(desk.inPicture(pointer).y, under.y, 0.01);
    EXPECT_LT(desk.onScreen({0, 0}).x(), corner.x());
    QTest::mouseDClick(&desk, Qt::LeftButton, {}, {20, 20});
    EXPECT_EQ(desk.onScreen({0, 0}), corner);
    wheel(pointer, -960);
    EXPECT_EQ(desk.onScreen({0, 0}), corner) << "never smaller than all of it";
}

TEST_F(Desk, arrowKeysMoveTheFrameAndItsCorner) {
    DeskScene half = scene(DeskTool::crop);
    half.crop = {0.25, 0.25, 0.5, 0.5};
    desk.show(half);
    QSignalSpy cropped(&desk, &PictureDesk::cropped);
    QTest::keyClick(&desk, Qt::Key_Right);
    EXPECT_NEAR(desk.scene().crop.x, 0.255, 1e-9);
    QTest::keyClick(&desk, Qt::Key_Up, Qt::ShiftModifier);
    EXPECT_NEAR(desk.scene().crop.y, 0.2, 1e-9);
    QTest::keyClick(&desk, Qt::Key_Down, Qt::ControlModifier);
    EXPECT_NEAR(desk.scene().crop.height, 0.505, 1e-9);
    EXPECT_EQ(cropped.count(), 3);
    QTest::keyClick(&desk, Qt::Key_A);
    EXPECT_EQ(cropped.count(), 3);
    EXPECT_FALSE(arrowOf(Qt::Key_A));
}

TEST_F(Desk, aPressWithoutADragChangesNothing) {
    QSignalSpy cropped(&desk, &PictureDesk::cropped), levelled(&desk, &PictureDesk::levelled);
    drag({0.5, 0.5}, {0.5, 0.5});
    EXPECT_EQ(cropped.count(), 0);
    desk.show(scene(DeskTool::level));
    drag({0.5, 0.5}, {0.505, 0.5});
    EXPECT_EQ(levelled.count(), 0) << "too short to say anything";
}

TEST_F(Desk, linesAreLevelledToTheNearerOfLevelAndUpright) {
    desk.show(scene(DeskTool::level));
    QSignalSpy levelled(&desk, &PictureDesk::levelled);
    drag({0.1, 0.5}, {0.9, 0.5});
    ASSERT_EQ(levelled.count(), 1);
    EXPECT_NEAR(levelled[0][0].toDouble(), 0, 0.3);
    drag({0.5, 0.1}, {0.52, 0.9});  // upright, leaning to the right as it goes down
    EXPECT_NEAR(levelled[1][0].toDouble(), 2.9, 0.6);
    drag({0.9, 0.5}, {0.1, 0.5});
    EXPECT_NEAR(levelled[2][0].toDouble(), 0, 0.3) << "whichever way it was drawn";
}

TEST_F(Desk, aStrokeIsToldWholeAndCornersThatCrossAreNot) {
    desk.show(scene(DeskTool::brush));
    std::vector<PointMm> told;
    QObject::connect(&desk, &PictureDesk::stroked, &desk,
                     [&](const std::vector<PointMm>& points) { told = points; });
    drag({0.2, 0.3}, {0.6, 0.7});
    ASSERT_GE(told.size(), 3u);
    EXPECT_NEAR(told.front().x, 0.2, 0.01);
    EXPECT_NEAR(told.back().y, 0.7, 0.01);
    desk.show(scene(DeskTool::corners));
    QSignalSpy moved(&desk, &PictureDesk::cornersMoved);
    drag({0.1, 0.1}, {0.99, 0.99});
    EXPECT_EQ(moved.count(), 0);
}

TEST_F(Desk, anotherToolEndsADragThatHasBegun) {
    QTest::mousePress(&desk, Qt::LeftButton, {}, desk.onScreen({1, 1}).toPoint());
    QTest::mouseMove(&desk, desk.onScreen({0.7, 0.7}).toPoint());
    desk.show(scene(DeskTool::look));
    QSignalSpy cropped(&desk, &PictureDesk::cropped);
    QTest::mouseRelease(&desk, Qt::LeftButton, {}, desk.onScreen({0.7, 0.7}).toPoint());
    EXPECT_EQ(cropped.count(), 0);
}

TEST_F(Desk, withoutAPictureItSaysWhatToDoAndTakesNoPress) {
    desk.show(DeskScene{});
    QSignalSpy cropped(&desk, &PictureDesk::cropped);
    QTest::mouseClick(&desk, Qt::LeftButton, {}, {300, 200});
    wheel({300, 200}, 240);
    EXPECT_FALSE(desk.grab().isNull());
    EXPECT_EQ(cropped.count(), 0);
}
