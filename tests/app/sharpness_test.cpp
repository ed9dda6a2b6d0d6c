// The Sharpness station: how much is enough, what makes the picture larger, and the loupe.
#include <QLabel>
#include <QSpinBox>
#include <opencv2/imgproc.hpp>

#include "app/canvas/loupe.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::app;
using namespace tympan::tests;

namespace {

class Sharpness : public WindowTest {
  protected:
    void open(const cv::Mat& pixels) {
        hang(pixels);
        window.goTo(MainWindow::sharpness);
        ASSERT_TRUE(settled());
    }
    void wide(const char* width) {
        window.goTo(MainWindow::object);
        type("picture-width", width);
        window.goTo(MainWindow::sharpness);
        ASSERT_TRUE(settled());
    }
    QString says(const char* label) { return find<QLabel>(label)->text(); }
    const Enlarging& asked() { return piece().enlarging; }
};

cv::Mat photograph() {
    cv::Mat soft;
    cv::GaussianBlur(noise({300, 200}, CV_8UC3), soft, {}, 1.2);
    return soft;
}

}  // namespace

TEST_F(Sharpness, saysHowMuchIsEnoughFromWherePeopleStand) {
    open(photograph());
    wide("120 mm");
    EXPECT_EQ(says("ppi-given"), QLatin1String("64"));
    EXPECT_TRUE(says("sharp-verdict").contains(QLatin1String("too few")));
    EXPECT_TRUE(says("engine-reason").contains(QLatin1String("photograph")));
    type("seen-from", "3 m");
    EXPECT_DOUBLE_EQ(asked().seen_from_mm, 3000);
    EXPECT_EQ(says("ppi-wanted"), QLatin1String("29"));
    EXPECT_FALSE(says("sharp-verdict").contains(QLatin1String("too few")));
    EXPECT_TRUE(says("engine-reason").contains(QLatin1String("enough")));
    click("seen-usual");
    EXPECT_DOUBLE_EQ(asked().seen_from_mm, 0);
    window.store().undo();
    EXPECT_DOUBLE_EQ(asked().seen_from_mm, 3000);
}

TEST_F(Sharpness, anotherWayIsChosenSeenAndUndone) {
    open(photograph());
    wide("120 mm");
    click("engine-drawing");
    EXPECT_EQ(asked().engine, Engine::drawing);
    ASSERT_TRUE(waitFor([&] { return window.loupe().ready(); }));
    EXPECT_TRUE(says("engine-limits").contains(QLatin1String("guess")));
    auto* quality = find<QSpinBox>("jpeg-quality");
    EXPECT_TRUE(quality->isVisible());
    quality->setValue(50);
    EXPECT_EQ(asked().quality, 50);
    quality->setValue(quality->minimum());
    EXPECT_EQ(asked().quality, std::nullopt);
    click("engine-redraw");
    EXPECT_TRUE(find("redraw-corners")->isVisible());
    EXPECT_FALSE(quality->isVisible());
    type("redraw-speck", "1 mm");
    EXPECT_DOUBLE_EQ(asked().speck_mm, 1);
    window.store().undo();
    window.store().undo();
    EXPECT_EQ(asked().engine, Engine::drawing);
}

TEST_F(Sharpness, theLoupeSaysWhatCannotBeDrawnAgain) {
    cv::Mat dots(500, 500, CV_8UC1, cv::Scalar(255));
    for (int y = 0; y < dots.rows; y += 2)
        for (int x = 0; x < dots.cols; x += 2) dots.at<std::uint8_t>(y, x) = 0;
    open(dots);
    wide("500 mm");
    click("engine-redraw");
    Loupe& loupe = window.loupe();
    const auto fault = [&] {
        return loupe.accessibleDescription().contains(QLatin1String("too many outlines"));
    };
    ASSERT_TRUE(waitFor(fault));
    click("engine-smooth");
    ASSERT_TRUE(waitFor([&] { return loupe.ready() && !fault(); }))
        << "another way goes on as if nothing was";
}

TEST_F(Sharpness, theLoupeIsMovedAndWiped) {
    open(photograph());
    wide("180 mm");
    Loupe& loupe = window.loupe();
    ASSERT_TRUE(waitFor([&] { return loupe.ready(); }));
    const QPoint line(static_cast<int>(loupe.wiped() * loupe.width()), 40);
    QTest::mousePress(&loupe, Qt::LeftButton, {}, line);
    QTest::mouseMove(&loupe, line + QPoint(120, 0));
    QTest::mouseRelease(&loupe, Qt::LeftButton, {}, line + QPoint(120, 0));
    EXPECT_NEAR(loupe.wiped(), 0.5 + 120.0 / loupe.width(), 0.01);
    const PointMm before = loupe.spot();
    const QPoint at(80, loupe.height() / 2);
    QTest::mousePress(&loupe, Qt::LeftButton, {}, at);
    QTest::mouseMove(&loupe, at - QPoint(60, 0));
    QTest::mouseRelease(&loupe, Qt::LeftButton, {}, at - QPoint(60, 0));
    EXPECT_GT(loupe.spot().x, before.x) << "what was to the right comes to the middle";
    QTest::keyClick(&loupe, Qt::Key_Left);
    EXPECT_LT(loupe.spot().x, 1);
    ASSERT_TRUE(waitFor([&] { return loupe.ready(); }));
    click("loupe-times-10");
    ASSERT_TRUE(waitFor([&] { return loupe.ready(); }));
}

TEST_F(Sharpness, aProofStripIsSaved) {
    open(photograph());
    window.exports().writeProof(QString::fromStdString((folder / "proof.pdf").string()), {0.5, 0.5},
                                {Engine::smooth, Engine::photo});
    ASSERT_TRUE(settled());
    EXPECT_TRUE(std::filesystem::exists(folder / "proof.pdf"));
}

TEST_F(Sharpness, aDrawingOfLinesIsSharpAnyway) {
    write(folder / "a.svg",
          R"(<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="20mm" viewBox="0 0 40 20">
<rect x="4" y="4" width="10" height="6" fill="#202020"/></svg>)");
    hangFile(folder / "a.svg");
    window.goTo(MainWindow::sharpness);
    ASSERT_TRUE(settled());
    EXPECT_EQ(says("ppi-given"), QLatin1String("any"));
    EXPECT_TRUE(says("engine-reason").contains(QLatin1String("any size")));
}
