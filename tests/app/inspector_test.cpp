// What is worth a look is seen in the background, marked, and mended with one click and one undo.
#include <QLabel>
#include <QScrollArea>
#include <opencv2/imgproc.hpp>

#include "app/canvas/fold_view.h"
#include "app/stations/picture/picture_tray.h"
#include "tests/app/driver.h"
#include "tests/support/findings.h"

using namespace tympan;
using namespace tympan::app;
using namespace tympan::tests;

namespace {

class InspectorTest : public WindowTest {
  protected:
    bool looked() {
        return waitFor([this] { return !window.inspector().busy() && window.service().idle(); });
    }
    bool says(const char* words) {
        return waitFor([&] {
            for (QLabel* label : find("worth-a-look")->findChildren<QLabel*>())
                if (label->isVisible() && label->text().contains(QLatin1String(words))) return true;
            return false;
        });
    }
    template <class What>
    bool has() {
        return tests::find<What>(window.store().findings()) != nullptr;
    }
    /// A button of a finding, which may lie below what is seen of the list.
    void press(const char* name) { find<QPushButton>(name)->click(); }
};

cv::Mat blackDisc() {
    cv::Mat pixels(300, 450, CV_8UC1, cv::Scalar(240));
    cv::circle(pixels, {150, 150}, 90, 10, -1);
    return pixels;
}

cv::Mat sign() {
    cv::Mat pixels(300, 900, CV_8UC1, cv::Scalar(235));
    cv::putText(pixels, "Brindle Moor", {60, 190}, cv::FONT_HERSHEY_DUPLEX, 3.6, 30, 9, cv::LINE_AA);
    return pixels;
}

}  // namespace

TEST_F(InspectorTest, aBigBlackAreaIsShownAndBrokenUpWithOneClickAndOneUndo) {
    hang(blackDisc());
    ASSERT_TRUE(looked());
    ASSERT_TRUE(has<finding::SolidAreas>());
    EXPECT_TRUE(says("Big black areas"));
    press("show-solid-area");
    EXPECT_TRUE(find("tone-tray")->isVisible()) << "where it can be mended";
    press("remedy-solid-area");
    ASSERT_TRUE(settled());
    EXPECT_FALSE(has<finding::SolidAreas>()) << "while it is looked at anew";
    EXPECT_EQ(piece().tone.solids.kind, Solids::Kind::hatched);
    ASSERT_TRUE(looked());
    EXPECT_FALSE(has<finding::SolidAreas>());
    window.store().undo();
    ASSERT_TRUE(looked());
    EXPECT_TRUE(has<finding::SolidAreas>()) << "undone, it is there again";
}

TEST_F(InspectorTest, placesAreMarkedOnBothLeaves) {
    hang(blackDisc());
    window.goTo(MainWindow::tone);
    ASSERT_TRUE(looked());
    const QImage numbered = window.fold().grab().toImage();
    window.fold().showPlaces(true);  // as when the pointer is over their list
    const QImage with = window.fold().grab().toImage();
    EXPECT_NE(with, numbered) << "an outline shows when somebody asks for it";
    window.store().setSeen({}, window.store().revision());
    EXPECT_NE(window.fold().grab().toImage(), with);
    const auto marked = [&](const QPointF& from, const QPointF& to) {
        // Somewhere along the line the picture differs.
        const QImage without = window.fold().grab().toImage();
        for (int i = 0; i <= 100; ++i) {
            const QPoint at = (from + (to - from) * i / 100.0).toPoint();
            if (with.rect().contains(at) && with.pixel(at) != without.pixel(at)) return true;
        }
        return false;
    };
    const FoldLayout& layout = window.fold().onScreen();
    EXPECT_TRUE(marked(layout.onPrint({0, 0.5}, Mirrored::yes), layout.onPrint({0.5, 0.5}, Mirrored::yes)));
    EXPECT_TRUE(marked(layout.onObject({0, 0.5}), layout.onObject({0.5, 0.5})));
}

TEST_F(InspectorTest, letteringThatReadsTheRightWayIsSaid) {
    hang(sign());
    ASSERT_TRUE(looked());
    EXPECT_TRUE(says("Brindle Moor"));
    EXPECT_TRUE(says("will read the right way"));
}

TEST_F(InspectorTest, aPictureThatCameMirroredIsTurnedBack) {
    hang(flipped(sign()));
    ASSERT_TRUE(looked());
    ASSERT_TRUE(has<finding::CameReversed>());
    ASSERT_TRUE(settled());
    const QImage backwards = window.fold().leaves().finished;
    press("remedy-came-reversed");
    ASSERT_TRUE(settled());
    EXPECT_TRUE(piece().already_reversed);
    ASSERT_TRUE(looked());
    EXPECT_EQ(window.fold().leaves().finished.size(), backwards.size());
    EXPECT_NE(window.fold().leaves().finished, backwards) << "the finished leaf shows it turned back";
    EXPECT_TRUE(says("will read the right way"));
    EXPECT_FALSE(has<finding::ReadsBackwards>());
}

TEST_F(InspectorTest, whatWasSeenStaysWhenOnlyTheNameChanges) {
    hang(blackDisc());
    ASSERT_TRUE(looked());
    window.store().edit(QStringLiteral("rename"),
                        [this](Job job) { return withName(std::move(job), piece().id, "other"); });
    EXPECT_TRUE(has<finding::SolidAreas>()) << "nothing flickers";
    ASSERT_TRUE(looked());
    EXPECT_TRUE(has<finding::SolidAreas>());
}

TEST_F(InspectorTest, editsWhileItLooksEndWithWhatIsThereLast) {
    hang(blackDisc());
    for (int i = 0; i < 6; ++i) {
        window.store().edit(QStringLiteral("size"), [&](Job job) {
            return withWidth(std::move(job), piece().id, 40 + 5 * i, Proportions::keep);
        });
        QTest::qWait(60);
    }
    window.store().edit(QStringLiteral("take it off"),
                        [this](Job job) { return withoutPiece(std::move(job), piece().id); });
    ASSERT_TRUE(looked());
    EXPECT_TRUE(window.store().findings().empty());
}

TEST_F(InspectorTest, blackInkAloneIsSaidOnceInTheSheets) {
    hang(noise({300, 200}, CV_8UC3));
    window.goTo(MainWindow::tone);
    click("ink-colour");
    window.goTo(MainWindow::sheets);
    click("black-only");
    EXPECT_TRUE(printerOf(job(), piece()).black_only);
    ASSERT_TRUE(settled());
    EXPECT_TRUE(has<finding::ColourWithout>());
    press("remedy-colour-without");
    ASSERT_TRUE(settled());
    EXPECT_EQ(inkOf(piece()), Ink::grey);
    EXPECT_FALSE(has<finding::ColourWithout>());
}
