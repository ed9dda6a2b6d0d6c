// The stages and the line, driven by mouse and keys.
#include <QAction>
#include <QLabel>
#include <QMenu>
#include <QScrollArea>
#include <QToolButton>
#include <QWheelEvent>

#include <gmock/gmock.h>

#include "app/stations/sheets/sheets_stage.h"
#include "core/method/catalogue.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;
using testing::Not;

namespace {

class Stages : public WindowTest {
  protected:
    app::SheetsStage& sheets() { return *static_cast<app::SheetsStage*>(find("sheets-stage")); }
    std::string wordsOf(const char* widget, bool shown_alone = false) {
        QStringList words;
        for (const QLabel* label : find(widget)->findChildren<QLabel*>())
            if (!shown_alone || label->isVisible()) words << label->text();
        return words.join(QLatin1Char('\n')).toStdString();
    }
    std::string wordsShown(const char* widget) { return wordsOf(widget, true); }
    /// The seams of the only piece, finished frame.
    Bands finishedBands() {
        const SeamPlan& plan = window.store().imposition()->plans.front();
        return flipped(plan.bands, plan.print.width, window.store().imposition()->prints.front().mirrored);
    }
    /// A sheets stage on which seams can be taken: their quiet places are known.
    void showSeams() {
        window.goTo(app::MainWindow::sheets);
        ASSERT_TRUE(settled());
        ASSERT_TRUE(
            waitFor([&] { return find("laid")->accessibleName().startsWith(QStringLiteral("Seams")); }));
        ASSERT_FALSE(finishedBands().edges.empty());
    }
    /// Pixels of the screen to one of the print. The map begins at (8, 28) and takes the width or the height
    /// that is left.
    double mapScale() {
        const SizePx print = window.store().imposition()->plans.front().print;
        return std::min((find("laid")->width() - 16.0) / print.width,
                        (find("laid")->height() - 54.0) / print.height);
    }
    QPoint onMap(double along, double across) {
        const QPointF place = finishedBands().upright ? QPointF(across, along) : QPointF(along, across);
        return QPointF(8 + place.x() * mapScale(), 28 + place.y() * mapScale()).toPoint();
    }
    void movePointer(const QPoint& to, Qt::MouseButton button) {
        QMouseEvent move(QEvent::MouseMove, to, find("laid")->mapToGlobal(to), button, button,
                         button == Qt::NoButton ? Qt::NoModifier : Qt::AltModifier);
        QCoreApplication::sendEvent(find("laid"), &move);
    }
    /// Takes the first seam between bands and lays it so many pixels of the screen further, freely.
    void dragFirstSeam(double along, double by) {
        const double edge = finishedBands().edges[0].at(along);
        const QPoint from = onMap(along, edge), to = onMap(along, edge + by / mapScale());
        QTest::mousePress(find("laid"), Qt::LeftButton, Qt::AltModifier, from);
        movePointer(to, Qt::LeftButton);
        QTest::mouseRelease(find("laid"), Qt::LeftButton, Qt::AltModifier, to);
        ASSERT_TRUE(settled());
    }
    /// A job of this many pieces, without the card.
    void hangMany(int count) {
        Job many = fresh();
        for (int i = 0; i < count; ++i)
            many = withName(withPiece(many, {picture(), {}, shippedMethods().front(), {60, 40}, 1}),
                            2 * i + 2, "piece " + std::to_string(i));
        window.store().open(many);
        ASSERT_TRUE(settled());
    }
};

}  // namespace

TEST_F(Stages, sheetsAreChosenByKeysAndMouse) {
    hang(noise({300, 200}, CV_8UC3));
    type("picture-width", "600");
    window.goTo(app::MainWindow::sheets);
    ASSERT_TRUE(settled());
    ASSERT_GT(window.store().imposition()->sheets.size(), 6u);
    QTest::keyClick(&sheets(), Qt::Key_Right);
    EXPECT_EQ(sheets().chosen(), 1);
    QTest::keyClick(&sheets(), Qt::Key_Down);
    EXPECT_EQ(sheets().chosen(), 2);
    QTest::keyClick(&sheets(), Qt::Key_Up);
    QTest::keyClick(&sheets(), Qt::Key_Left);
    EXPECT_EQ(sheets().chosen(), 0);
    QTest::keyClick(&sheets(), Qt::Key_Left);
    EXPECT_EQ(sheets().chosen(), 0) << "before the first there is none";
    QTest::mouseClick(&sheets(), Qt::LeftButton, {}, QPoint(50, 12 + 2 * (84 + 18 + 12) + 40));
    EXPECT_EQ(sheets().chosen(), 2);
    ASSERT_TRUE(settled());
    EXPECT_FALSE(window.grab().isNull());
}

TEST_F(Stages, theSheetOfTheChosenPieceIsShown) {
    hang(marked({300, 200}, 3), "large.png");
    type("picture-width", "900");
    hang(marked({300, 200}, 3), "small.png");
    window.goTo(app::MainWindow::sheets);
    const auto& all = window.store().imposition()->sheets;
    EXPECT_EQ(all[static_cast<std::size_t>(sheets().chosen())].regions.front().piece, piece().id);
    window.store().chooseNext(-1);
    EXPECT_EQ(all[static_cast<std::size_t>(sheets().chosen())].regions.front().piece, piece().id);
}

TEST_F(Stages, placesAreKeptAndGivenUpWithOneClick) {
    hang(marked({300, 200}, 3), "one.png");
    window.goTo(app::MainWindow::sheets);
    ASSERT_TRUE(waitFor([this] { return window.store().upToDate(); }));
    const auto tick = [this] { QTest::mouseClick(find("keep-places"), Qt::LeftButton, {}, QPoint(8, 10)); };
    tick();
    ASSERT_EQ(job().kept_sheets.size(), 1u);
    const RectPx before = window.store().imposition()->sheets.front().regions.front().placed;
    hang(marked({300, 400}, 3), "taller.png");
    ASSERT_TRUE(waitFor([this] { return window.store().upToDate(); }));
    EXPECT_EQ(window.store().imposition()->sheets.front().regions.front().placed, before);
    tick();
    EXPECT_TRUE(job().kept_sheets.empty());
}

TEST_F(Stages, aWanderingSeamWandersAboutThePlaceItIsDraggedTo) {
    hang(noise({300, 200}, CV_8UC1));
    type("picture-width", "450");
    window.goTo(app::MainWindow::sheets);
    ASSERT_TRUE(settled());
    choose("seams", static_cast<int>(SeamManner::wandering));
    showSeams();
    const Bands before = finishedBands();
    ASSERT_FALSE(before.edges[0].straight()) << "otherwise this says nothing";
    dragFirstSeam(25 / mapScale(), 14);
    ASSERT_TRUE(job().pieces.front().joining.seams);
    ASSERT_TRUE(settled());
    const KeptSeams& kept = *job().pieces.front().joining.seams;
    const PixelGrid grid = window.store().imposition()->grid;
    const SeamLine moved = finishedBands().edges[0];
    EXPECT_FALSE(moved.straight());
    EXPECT_NEAR(grid.mm(moved.least()), kept.edges_mm[0], 9);
    EXPECT_NEAR(grid.mm(moved.most()), kept.edges_mm[0], 9);
    EXPECT_GT(kept.edges_mm[0], grid.mm(before.edges[0].most())) << "it went where the hand did";
}

TEST_F(Stages, aSeamIsDraggedSnapsAndStaysUntilItIsLaidAnew) {
    hang(marked({300, 200}, 3));
    type("picture-width", "450");
    showSeams();
    const Bands before = finishedBands();
    const int edge = before.edges[0].corners.front().y;
    dragFirstSeam(20, -18);
    movePointer(onMap(20, finishedBands().edges[0].corners.front().y), Qt::NoButton);
    EXPECT_THAT(find("laid")->toolTip().toStdString(), HasSubstr("from the even place"))
        << "it says why it lies there";
    ASSERT_TRUE(job().pieces.front().joining.seams);
    ASSERT_TRUE(settled());
    EXPECT_LT(finishedBands().edges[0].corners.front().y, edge);
    EXPECT_EQ(finishedBands().edges.size(), before.edges.size());
    click("seams-anew");
    ASSERT_TRUE(settled());
    EXPECT_FALSE(job().pieces.front().joining.seams);
    EXPECT_EQ(finishedBands(), before);
    key(Qt::Key_Z, Qt::ControlModifier);
    ASSERT_TRUE(job().pieces.front().joining.seams) << "what a hand laid comes back";
    choose("seams", static_cast<int>(SeamManner::regular));
    EXPECT_FALSE(job().pieces.front().joining.seams) << "another manner lays all of them";
    EXPECT_FALSE(find("sheet-count")->isEnabled());
}

TEST_F(Stages, howSheetsMeetAndHowManyIsChosen) {
    hang(marked({300, 200}, 3));
    type("picture-width", "450");
    window.goTo(app::MainWindow::sheets);
    ASSERT_TRUE(settled());
    const std::size_t even = window.store().imposition()->plans.front().tiles.size();
    choose("sheet-count", 1);
    ASSERT_TRUE(settled());
    EXPECT_EQ(window.store().imposition()->plans.front().tiles.size(), even + 1);
    EXPECT_FALSE(find("overlap")->isVisible());
    choose("joint", static_cast<int>(Joint::two_goes));
    ASSERT_TRUE(settled());
    EXPECT_TRUE(find("overlap")->isVisible());
    EXPECT_EQ(window.store().imposition()->plans.front().seams.front().joint, Joint::two_goes);
    choose("joint", -1);
    choose("seams", static_cast<int>(SeamManner::wandering));
    ASSERT_TRUE(settled());
    EXPECT_EQ(job().sheets.seams, SeamManner::wandering);
}

TEST_F(Stages, howSheetsJoinIsSaidForScreenReaders) {
    hang(marked({300, 200}, 3), "Moth.png");
    window.goTo(app::MainWindow::sheets);
    EXPECT_EQ(find("laid")->accessibleName(), QStringLiteral("2 × Moth"));
    EXPECT_THAT(sheets().accessibleName().toStdString(), HasSubstr("Sheet 1 of 1"));
}

TEST_F(Stages, eachMethodOfTheJobHasItsListsAndCautions) {
    hang(marked({300, 200}, 3), "one.png");
    hang(marked({300, 200}, 3), "two.png");
    window.goTo(app::MainWindow::object);
    choose("method", QStringLiteral("tissue-overlay"));
    window.goTo(app::MainWindow::print);
    const std::string words = wordsOf("print-stage");
    for (const char* id : {"gel-rub-off", "tissue-overlay"}) {
        const Method& method = findMethod(shippedMethods(), id);
        EXPECT_THAT(words, HasSubstr(method.name));
        for (const std::string& caution : method.cautions) EXPECT_THAT(words, HasSubstr(caution));
        for (const std::string& line : method.before_printing) EXPECT_THAT(words, HasSubstr(line));
    }
    EXPECT_THAT(words, HasSubstr("printed as it reads")) << "the tissue is not mirrored";
    EXPECT_THAT(words, Not(HasSubstr(findMethod(shippedMethods(), "release-sheet-press").name)));
}

TEST_F(Stages, aJobOfSeveralPrintersSaysWhatIsPrintedWhere) {
    hang(marked({300, 200}, 3), "one.png");
    window.goTo(app::MainWindow::print);
    EXPECT_EQ(window.findChild<QWidget*>(QStringLiteral("print-where")), nullptr) << "there is but one";
    hang(marked({300, 200}, 3), "two.png");
    window.store().edit(QStringLiteral("test"), [&](Job job) {
        Printer shop;
        shop.id = 0;
        shop.name = "the copy shop";
        return withPrinterLike(std::move(job), piece().id, shop);
    });
    ASSERT_TRUE(waitFor([&] { return window.store().upToDate(); }));
    const std::string words = wordsOf("print-where");
    EXPECT_THAT(words, HasSubstr("the copy shop: one sheet, plain copy paper: two"));
    EXPECT_THAT(words, HasSubstr("one sheet, plain copy paper: one"));
    EXPECT_TRUE(waitFor(
        [&] { return wordsShown("print-where").find("the copy shop: one sheet") != std::string::npos; }));
    EXPECT_THAT(wordsShown("print-where"), Not(HasSubstr("plain copy paper"))) << "it opens";
    click("print-where-all");
    EXPECT_THAT(wordsShown("print-where"), HasSubstr("plain copy paper: two"));
}

TEST_F(Stages, ticketsAreChosenByMouseKeysAndScrolledIntoView) {
    hangMany(14);
    QWidget* line = find("line");
    EXPECT_EQ(piece().name, "piece 13") << "the last is in view";
    QTest::keyClick(line, Qt::Key_Left);
    EXPECT_EQ(piece().name, "piece 12");
    QWheelEvent wheel(QPointF(100, 60), line->mapToGlobal(QPointF(100, 60)), {}, QPoint(0, 20000),
                      Qt::NoButton, Qt::NoModifier, Qt::NoScrollPhase, false);
    QApplication::sendEvent(line, &wheel);
    QTest::mouseClick(line, Qt::LeftButton, {}, QPoint(60, 70));
    EXPECT_EQ(piece().name, "piece 0") << "the wheel goes back to the beginning";
    EXPECT_THAT(line->accessibleName().toStdString(), HasSubstr("piece 0"));
}

TEST_F(Stages, theGroundIsPickedByName) {
    hang(marked({300, 200}, 3));
    window.goTo(app::MainWindow::object);
    const QMenu* menu = find<QToolButton>("object-ground")->menu();
    for (QAction* action : menu->actions())
        if (action->text() == QStringLiteral("slate")) action->trigger();
    EXPECT_EQ(objectOf(job(), piece()).ground, (Rgb8{72, 78, 84}));
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(objectOf(job(), piece()).ground, (Rgb8{0xec, 0xd9, 0xb4})) << "bare pale wood again";
}

TEST_F(Stages, theWordsBesideTheLeavesFollowTheJob) {
    hang(noise({300, 200}, CV_8UC3));
    window.goTo(app::MainWindow::object);
    EXPECT_THAT(wordsOf("finished-side"), HasSubstr("a spot on something bigger"));
    chooseShape(ShapeKind::rectangle);
    EXPECT_THAT(wordsOf("finished-side"), HasSubstr("to the very edge"));
    type("picture-width", "56.2 mm");
    EXPECT_THAT(wordsOf("finished-side"), HasSubstr("bare at the sides"));
    type("object-height", "57.5 mm");
    EXPECT_THAT(wordsOf("finished-side"), HasSubstr("10\u00a0mm bare all round"));
    type("picture-width", "600 mm");
    EXPECT_THAT(wordsOf("finished-side"), HasSubstr("goes over the edge"));
    ASSERT_TRUE(settled());
    EXPECT_THAT(wordsOf("print-side"), HasSubstr("sheets of A4"));
}

TEST_F(Stages, aNarrowWindowHasRoomForAllThatIsSaidOfSeams) {
    hang(marked({300, 200}, 3));
    type("picture-width", "450");
    window.goTo(app::MainWindow::sheets);
    ASSERT_TRUE(settled());
    choose("joint", static_cast<int>(Joint::lap));
    window.resize(1024, 700);
    QApplication::processEvents();
    ASSERT_TRUE(settled());
    EXPECT_EQ(window.width(), 1024);
    QList<QRect> taken;
    for (const char* name :
         {"paper", "margin", "band", "scissor-gap", "fineness", "seams", "joint", "overlap", "sheet-count"}) {
        const QWidget* control = find(name);
        const QRect at(control->mapTo(&window, QPoint()), control->size());
        EXPECT_TRUE(window.rect().contains(at)) << name;
        EXPECT_GE(at.width(), 60) << name;
        for (const QRect& other : taken) EXPECT_FALSE(other.intersects(at)) << name;
        taken << at;
    }
    const QWidget* worth = find("worth-a-look");
    for (const QRect& at : taken) EXPECT_LT(at.right(), worth->mapTo(&window, QPoint()).x());
    if (qEnvironmentVariableIsSet("TYMPAN_GRAB")) window.grab().save(qEnvironmentVariable("TYMPAN_GRAB"));
}

TEST_F(Stages, aNarrowWindowHasRoomForAllThatCanBeSaved) {
    hang(noise({300, 200}, CV_8UC3));
    type("picture-width", "450");
    window.goTo(app::MainWindow::print);
    window.resize(1024, 700);
    QApplication::processEvents();
    ASSERT_TRUE(settled());
    for (const char* name : {"save-pdf-button", "copy-shop-button", "reduced-button", "seam-strip-button",
                             "patch-button", "test-sheet-button", "guide-button"}) {
        const QWidget* button = find(name);
        EXPECT_TRUE(button->isEnabled()) << name;
        EXPECT_TRUE(window.rect().contains(QRect(button->mapTo(&window, QPoint()), button->size()))) << name;
        EXPECT_GE(button->width(), button->sizeHint().width()) << name;
    }
    if (qEnvironmentVariableIsSet("TYMPAN_GRAB")) window.grab().save(qEnvironmentVariable("TYMPAN_GRAB"));
}

TEST_F(Stages, aNarrowWindowKeepsItsControlsAndLeavesOutExplanations) {
    hang(marked({300, 200}, 3));
    window.goTo(app::MainWindow::object);
    window.resize(1024, 700);
    QApplication::processEvents();
    for (const char* name : {"object-name", "object-ground", "object-material", "object-shape"}) {
        const QWidget* control = find(name);
        EXPECT_GE(control->width(), control->minimumSizeHint().width()) << name;
        const QRect at(control->mapTo(&window, QPoint()), control->size());
        EXPECT_TRUE(window.rect().contains(at)) << name;
    }
}
