#include <QCheckBox>
#include <QDoubleSpinBox>
#include <QLabel>
#include <QScrollBar>
#include <QSlider>
#include <opencv2/imgproc.hpp>

#include "app/canvas/crop_hand.h"
#include "app/canvas/picture_desk.h"
#include "app/stations/picture/picture_tray.h"
#include "core/artwork/edited.h"
#include "core/artwork/lettering.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::app;
using namespace tympan::tests;

namespace {

/// A window with one picture, at a panel of the Picture station.
class PictureStationTest : public WindowTest {
  protected:
    void open(const char* panel, const cv::Mat& pixels = marked({300, 200}, 3)) {
        hang(pixels);
        window.goTo(MainWindow::picture);
        window.pictureTray().open(QLatin1String(panel));
        ASSERT_TRUE(settled());
    }
    const PictureEdit& edit() { return piece().artwork->edit; }
    void drag(const PointMm& from, const PointMm& to) {
        PictureDesk& desk = window.desk();
        const QPoint a = desk.onScreen(from).toPoint(), b = desk.onScreen(to).toPoint();
        QTest::mouseMove(&desk, a);
        QTest::mousePress(&desk, Qt::LeftButton, {}, a);
        QTest::mouseMove(&desk, (a + b) / 2);
        QTest::mouseMove(&desk, b);
        QTest::mouseRelease(&desk, Qt::LeftButton, {}, b);
        ASSERT_TRUE(settled());
    }
    void undo() {
        window.store().undo();
        ASSERT_TRUE(settled());
    }
};

cv::Mat yellowed() {
    cv::Mat page(300, 400, CV_8UC3, cv::Scalar(225, 210, 180));
    cv::circle(page, {200, 150}, 90, cv::Scalar(40, 36, 30), 5);
    cv::circle(page, {60, 60}, 1, cv::Scalar(60, 60, 50), -1);
    return page;
}

cv::Mat pageOfTwo() {
    cv::Mat page(500, 700, CV_8UC3, cv::Scalar::all(244));
    cv::Mat(noise({200, 300}, CV_8UC3, 2) / 2).copyTo(page(cv::Rect(60, 90, 200, 300)));
    cv::Mat(noise({260, 180}, CV_8UC3, 3) / 2).copyTo(page(cv::Rect(380, 150, 260, 180)));
    return page;
}

}  // namespace

TEST_F(PictureStationTest, theFrameIsDraggedAndUndone) {
    open("frame");
    EXPECT_TRUE(window.desk().isVisible()) << "the picture lies on the desk";
    drag({1, 1}, {0.6, 0.5});
    EXPECT_NEAR(edit().crop.width, 0.6, 0.02);
    EXPECT_NEAR(edit().crop.height, 0.5, 0.02);
    EXPECT_NEAR(piece().artwork->aspect(), 180.0 / 100, 0.1);
    drag({0.3, 0.25}, {0.5, 0.45});
    EXPECT_NEAR(edit().crop.x, 0.2, 0.02) << "the frame as a whole";
    EXPECT_EQ(window.store().undoName(), QStringLiteral("crop"));
    undo();
    undo();
    EXPECT_TRUE(edit().untouched());
    EXPECT_FALSE(piece().artwork->original);
}

TEST_F(PictureStationTest, theFrameKeepsAShape) {
    open("frame");
    choose("crop-shape", 1.0);
    ASSERT_TRUE(settled());
    EXPECT_EQ(piece().artwork->size, (SizePx{200, 200}));
    drag({edit().crop.right(), 1}, {edit().crop.right() - 0.2, 0.5});
    EXPECT_NEAR(piece().artwork->aspect(), 1, 0.02);
}

TEST_F(PictureStationTest, quarterTurnsSwapTheSidesOnTheObjectToo) {
    open("frame");
    const SizeMm before = piece().size;
    click("turn-right");
    ASSERT_TRUE(settled());
    EXPECT_EQ(edit().quarters, 1);
    EXPECT_NEAR(piece().size.width, before.height, 1e-6);
    click("turn-left");
    ASSERT_TRUE(settled());
    EXPECT_TRUE(edit().untouched());
    EXPECT_NEAR(piece().size.width, before.width, 1e-6);
}

TEST_F(PictureStationTest, aLineAlongTheHorizonStraightens) {
    open("frame");
    click("level");
    drag({0.1, 0.5}, {0.9, 0.55});
    // 240 px across, 10 px down.
    EXPECT_NEAR(edit().straighten_deg, -2.39, 0.3);
    EXPECT_FALSE(find<QPushButton>("level")->isChecked()) << "once drawn, the frame is back";
    find<QDoubleSpinBox>("straighten")->setValue(0);
    ASSERT_TRUE(settled());
    EXPECT_EQ(edit().straighten_deg, 0);
}

TEST_F(PictureStationTest, cornersOfASheetAreDraggedAndCrossedOnesAreNotTaken) {
    open("frame");
    click("sheet-corners");
    ASSERT_TRUE(settled());
    drag({0.1, 0.1}, {0.2, 0.15});
    ASSERT_TRUE(edit().corners);
    EXPECT_NEAR((*edit().corners)[0].x, 0.2, 0.02);
    const PictureEdit before = edit();
    drag({0.2, 0.15}, {0.98, 0.98});
    EXPECT_EQ(edit(), before);
    click("frame-as-it-came");
    ASSERT_TRUE(settled());
    EXPECT_TRUE(edit().untouched());
}

TEST_F(PictureStationTest, aStrayBorderIsTrimmed) {
    cv::Mat scan = noise({300, 200}, CV_8UC3) / 2 + cv::Scalar::all(60);
    scan(cv::Rect(0, 0, 300, 12)).setTo(cv::Scalar::all(4));
    open("frame", scan);
    ASSERT_TRUE(find("trim-border")->isEnabled());
    click("trim-border");
    ASSERT_TRUE(settled());
    EXPECT_NEAR(piece().artwork->size.height, 188, 2);
    EXPECT_FALSE(find("trim-border")->isEnabled());
}

TEST_F(PictureStationTest, oneClickCleansAScan) {
    open("clean", yellowed());
    click("clean-scan");
    ASSERT_TRUE(settled());
    const cv::Mat pixels = pixelsFor(*piece().artwork, 1);
    EXPECT_GT(pixels.at<cv::Vec3b>(10, 200)[2], 248) << "the paper is white";
    EXPECT_GT(pixels.at<cv::Vec3b>(60, 60)[0], 240) << "the dust is gone";
    EXPECT_LT(pixels.at<cv::Vec3b>(150, 110)[0], 70) << "the ink is there";
    // Held, it shows what came.
    const QImage clean = window.desk().scene().picture;
    QTest::mousePress(find("clean-compare"), Qt::LeftButton);
    EXPECT_NE(window.desk().scene().picture, clean);
    QTest::mouseRelease(find("clean-compare"), Qt::LeftButton);
    EXPECT_EQ(window.desk().scene().picture, clean);
    undo();
    EXPECT_TRUE(edit().untouched());
}

TEST_F(PictureStationTest, quickSlidesBuildOnEachOtherAndAreOneStep) {
    open("clean", yellowed());
    for (int value : {10, 40, 80}) find<QSlider>("clean-light")->setValue(value);
    find<QSlider>("clean-white")->setValue(60);
    ASSERT_TRUE(settled());
    EXPECT_EQ(edit().clean.even_light, 80);
    EXPECT_EQ(edit().clean.whiten, 60);
    click("clear-paper");
    ASSERT_TRUE(settled());
    EXPECT_TRUE(piece().artwork->has_alpha);
}

TEST_F(PictureStationTest, aChangeThatWaitsIsForgottenWhenItsPieceIsLeft) {
    open("clean", yellowed());
    hang(marked({120, 80}, 3), "other.png");
    window.store().choose(job().pieces.front().id);
    find<QSlider>("clean-light")->setValue(50);
    window.store().choose(job().pieces.back().id);
    ASSERT_TRUE(settled());
    EXPECT_TRUE(edit().untouched()) << "the other piece is not touched";
}

TEST_F(PictureStationTest, aPdfOffersItsPagesAndHangsThemAllUp) {
    write(folder / "leaflet.pdf", twoPagePdf());
    hangFile(folder / "leaflet.pdf");
    window.goTo(MainWindow::picture);
    ASSERT_TRUE(settled());
    auto* page = window.findChild<QSpinBox*>(QStringLiteral("picture-page"));
    ASSERT_TRUE(page->isVisible());
    EXPECT_EQ(page->maximum(), 2);
    page->setValue(2);
    ASSERT_TRUE(settled());
    EXPECT_EQ(edit().page, 2);
    EXPECT_NEAR(piece().artwork->aspect(), 1, 0.01);
    undo();
    EXPECT_EQ(edit().page, 1);
    EXPECT_EQ(page->value(), 1);
    click("every-page");
    ASSERT_TRUE(settled());
    EXPECT_EQ(window.store().job().pieces.size(), 2u);
    hang(marked({300, 200}, 3));
    EXPECT_FALSE(page->isVisible()) << "a photograph has no pages";
}

TEST_F(PictureStationTest, longWorkIsStoppedAndThePictureStaysAsItWas) {
    auto* stop = window.findChild<QPushButton*>(QStringLiteral("picture-stop"));
    // On a quick machine it takes a larger picture for the work to be long enough to be stopped.
    for (int side = 1200; side <= 9600 && !stop->isVisible(); side *= 2) {
        open("cut", noise({side, side}, CV_8UC3));
        EXPECT_FALSE(stop->isVisible());
        click("cut-out");
        ASSERT_TRUE(waitFor([&] { return stop->isVisible() || edit().cut.on; }));
    }
    ASSERT_TRUE(stop->isVisible());
    QTest::mouseClick(stop, Qt::LeftButton);
    ASSERT_TRUE(settled());
    EXPECT_FALSE(edit().cut.on);
    EXPECT_FALSE(stop->isVisible());
    EXPECT_FALSE(window.findChild<QCheckBox*>(QStringLiteral("cut-out"))->isChecked());
}

TEST_F(PictureStationTest, theSubjectIsCutOutAndBrushedRight) {
    cv::Mat scene(200, 300, CV_8UC3, cv::Scalar(200, 205, 215));
    cv::circle(scene, {110, 100}, 55, cv::Scalar(150, 60, 50), -1);
    cv::rectangle(scene, {210, 70, 50, 60}, cv::Scalar(60, 120, 70), cv::FILLED);
    open("cut", scene);
    click("cut-out");
    ASSERT_TRUE(settled());
    const auto alpha = [&](int x, int y) { return pixelsFor(*piece().artwork, 1).at<cv::Vec4b>(y, x)[3]; };
    EXPECT_GT(alpha(110, 100), 200);
    EXPECT_GT(alpha(235, 100), 200);
    EXPECT_LT(alpha(20, 20), 40);
    EXPECT_FALSE(window.desk().scene().veil.isNull());
    find<QSlider>("brush-size")->setValue(40);
    drag({0.75, 0.45}, {0.82, 0.55});
    EXPECT_LT(alpha(235, 100), 60) << "taken away";
    EXPECT_GT(alpha(110, 100), 200);
    // A part of its own shares the original.
    click("own-piece");
    ASSERT_TRUE(settled());
    ASSERT_EQ(job().pieces.size(), 2u);
    EXPECT_EQ(job().pieces[0].artwork->original, job().pieces[1].artwork->original);
}

TEST_F(PictureStationTest, aPageIsTakenApartInOneStep) {
    open("parts", pageOfTwo());
    EXPECT_EQ(window.desk().scene().found.size(), 2u);
    EXPECT_TRUE(find<QLabel>("about-parts")->text().startsWith(QStringLiteral("2 pictures")));
    const double scale = piece().size.width / piece().artwork->size.width;
    click("take-apart");
    ASSERT_TRUE(settled());
    ASSERT_EQ(job().pieces.size(), 2u);
    EXPECT_NEAR(job().pieces[0].size.width, 200 * scale, 5 * scale) << "as large as they were on the page";
    EXPECT_NEAR(job().pieces[1].size.width, 260 * scale, 5 * scale);
    undo();
    EXPECT_EQ(job().pieces.size(), 1u);
}

TEST_F(PictureStationTest, aLineOfLetteringIsHungUpAndChanged) {
    open("parts");
    type("lettering-words", "ORRERY");
    type("lettering-cap", "15 mm");
    click("lettering-hang");
    ASSERT_TRUE(settled());
    ASSERT_EQ(job().pieces.size(), 2u);
    EXPECT_EQ(piece().name, "ORRERY");
    EXPECT_EQ(letteringOf(*piece().artwork)->cap_mm, 15);
    EXPECT_NEAR(piece().size.height, 15 * 1.22, 1.5);
    type("lettering-words", "Moor");
    click("lettering-change");
    ASSERT_TRUE(settled());
    EXPECT_EQ(job().pieces.size(), 2u);
    EXPECT_EQ(letteringOf(*piece().artwork)->words, "Moor");
    type("lettering-words", " ");
    click("lettering-change");
    EXPECT_EQ(letteringOf(*piece().artwork)->words, "Moor") << "nothing to write changes nothing";
}

TEST_F(PictureStationTest, everyPanelFitsTheWindowWithoutAScrollBar) {
    hang(marked({300, 200}, 3));
    window.goTo(MainWindow::picture);
    for (const char* panel : {"came", "frame", "clean", "cut", "parts"}) {
        window.pictureTray().open(QLatin1String(panel));
        ASSERT_TRUE(settled());
        auto* scroll = find<QAbstractScrollArea>("picture-scroll");
        EXPECT_FALSE(scroll->horizontalScrollBar()->isVisible()) << panel;
    }
}

TEST(CropHand, edgesCornersAndTheWholeAreTold) {
    const PageParts crop{0.2, 0.2, 0.6, 0.6};
    EXPECT_EQ(cropHandle(crop, {0.2, 0.5}, 0.02, 0.02), handle_left);
    EXPECT_EQ(cropHandle(crop, {0.8, 0.8}, 0.02, 0.02), handle_right | handle_bottom);
    EXPECT_EQ(cropHandle(crop, {0.5, 0.5}, 0.02, 0.02), whole_handle);
    EXPECT_EQ(cropHandle(crop, {0.05, 0.5}, 0.02, 0.02), no_handle);
}

TEST(CropHand, noDragLeavesThePictureOrLosesTheShape) {
    const PageParts crop{0.3, 0.2, 0.4, 0.5};
    for (int handle : {1, 2, 4, 8, 1 | 4, 2 | 4, 1 | 8, 2 | 8, static_cast<int>(whole_handle)})
        for (double x : {-2.0, -0.1, 0.05, 2.0})
            for (double y : {-2.0, 0.1, 2.0})
                for (const std::optional<double>& shape :
                     {std::optional<double>{}, std::optional(0.5), std::optional(1.7)}) {
                    const PageParts moved = movedCrop(crop, handle, {x, y}, shape);
                    EXPECT_GE(moved.x, -1e-12);
                    EXPECT_GE(moved.y, -1e-12);
                    EXPECT_LE(moved.right(), 1 + 1e-12);
                    EXPECT_LE(moved.bottom(), 1 + 1e-12);
                    EXPECT_GT(moved.width, 0.005);
                    EXPECT_GT(moved.height, 0.005);
                    if (shape && handle != whole_handle) {
                        EXPECT_NEAR(moved.width / moved.height, *shape, 1e-9);
                    }
                }
}
