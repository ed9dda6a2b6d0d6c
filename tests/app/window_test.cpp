// The whole way through the real window: open, size, fold, tone, export, undo.
#include <QAction>
#include <QClipboard>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QMimeData>
#include <QPushButton>
#include <QRegularExpression>
#include <QScrollBar>
#include <QSignalSpy>
#include <QSlider>
#include <QSpinBox>

#include <gmock/gmock.h>

#include "app/canvas/fold_view.h"
#include "app/canvas/station_rule.h"
#include "app/look/theme.h"
#include "core/job/turns.h"
#include "core/render/render_region.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class Window : public WindowTest {
  protected:
    /// Runs an export and returns what the foot says at its end.
    QString exported(const std::function<void(app::Exports&)>& start) {
        QSignalSpy ended(&window.exports(), &app::Exports::ended);
        start(window.exports());
        EXPECT_TRUE(waitFor([&] { return ended.count() > 0; }));
        well = ended.isEmpty() ? false : ended.front().at(0).toBool();
        return ended.isEmpty() ? QString() : ended.front().at(1).toString();
    }
    QString path(const char* name) { return QString::fromStdString((folder / name).string()); }
    bool well = false;
};

}  // namespace

TEST_F(Window, anEmptyJobSaysHowToBegin) {
    EXPECT_FALSE(find<QPushButton>("foot-print")->isEnabled());
    EXPECT_THAT(find<QLabel>("foot-summary")->text().toStdString(), HasSubstr("empty"));
    for (int station = 0; station < 5; ++station) {
        window.goTo(station);
        EXPECT_FALSE(window.grab().isNull());
    }
}

TEST_F(Window, aDroppedPictureAsksThreeThingsAndHangsOnTheLine) {
    save(folder / "Moth.png", marked({300, 200}, 3), 100);
    QMimeData data;
    data.setUrls({QUrl::fromLocalFile(path("Moth.png"))});
    QDragEnterEvent enter(QPoint(600, 300), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&window, &enter);
    EXPECT_TRUE(enter.isAccepted());
    QDropEvent drop(QPointF(600, 300), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&window, &drop);
    ASSERT_TRUE(waitFor([this] { return find("card")->isVisible(); }));
    EXPECT_EQ(find<QLabel>("card-title")->text(), QStringLiteral("Moth"));
    EXPECT_EQ(find<QLineEdit>("card-width")->text(), QStringLiteral("76.2 mm"))
        << "as the file's own resolution says";
    QTest::keyClicks(find("card-on"), QStringLiteral("a cotton bag"));
    type("card-width", "12 cm");
    EXPECT_EQ(find<QLineEdit>("card-height")->text(), QStringLiteral("80 mm"));
    click("card-printer-inkjet");
    for (auto* answer :
         find("card")->findChildren<QPushButton*>(QRegularExpression(QStringLiteral("-answer-")))) {
        EXPECT_LE(answer->sizeHint().width(), answer->width()) << qPrintable(answer->text());
    }
    EXPECT_TRUE(find<QPushButton>("card-finder-answer-release-sheet-press")->isChecked())
        << "an inkjet's first way on pale wood";
    click("card-has-tissue");
    click("card-has-glue");
    click("card-finder-answer-tissue-overlay");
    click("card-hang");
    ASSERT_EQ(job().pieces.size(), 1u);
    EXPECT_EQ(piece().name, "Moth");
    EXPECT_NEAR(piece().size.width, 120, 1e-9);
    EXPECT_EQ(piece().method->id, "tissue-overlay");
    EXPECT_EQ(objectOf(job(), piece()).name, "cotton bag") << "sentences put their own article";
    EXPECT_FALSE(find("card")->isVisible());
}

TEST_F(Window, theCardLeadsStraightToThePrint) {
    save(folder / "a.png", marked({300, 200}, 3), 100);
    window.openFiles({path("a.png")});
    ASSERT_TRUE(waitFor([this] { return find("card")->isVisible(); }));
    click("card-print");
    EXPECT_EQ(job().pieces.size(), 1u);
    EXPECT_EQ(job().name, "a") << "a job without a name takes its first picture's";
    EXPECT_EQ(find<app::StationRule>("rule")->chosen(), app::MainWindow::print);
}

TEST_F(Window, notNowLeavesTheJobAsItWas) {
    save(folder / "a.png", marked({30, 20}, 3));
    window.openFiles({path("a.png")});
    ASSERT_TRUE(waitFor([this] { return find("card")->isVisible(); }));
    QTest::keyClick(find("card"), Qt::Key_Escape);
    EXPECT_FALSE(find("card")->isVisible());
    EXPECT_TRUE(job().pieces.empty());
    EXPECT_FALSE(window.store().canUndo());
}

TEST_F(Window, aPastedPictureComesThroughTheSameCard) {
    QImage picture(60, 40, QImage::Format_RGB32);
    picture.fill(Qt::darkGreen);
    QApplication::clipboard()->setImage(picture);
    window.findChild<QAction*>(QStringLiteral("paste"))->trigger();
    ASSERT_TRUE(waitFor([this] { return find("card")->isVisible(); }));
    click("card-hang");
    EXPECT_EQ(piece().artwork->size, (SizePx{60, 40}));
}

TEST_F(Window, brokenFilesAreNamedAndTheOthersStillCome) {
    save(folder / "good.png", marked({30, 20}, 3));
    write(folder / "bad.jpg", "no picture");
    window.openFiles({path("bad.jpg"), path("good.png"), path("gone.png")});
    ASSERT_TRUE(waitFor([this] { return find("card")->isVisible(); }));
    const std::string said = find<QLabel>("foot-said")->text().toStdString();
    EXPECT_THAT(said, HasSubstr("bad.jpg"));
    EXPECT_THAT(said, HasSubstr("gone.png"));
    EXPECT_EQ(find<QLabel>("card-title")->text(), QStringLiteral("good"));
}

TEST_F(Window, readingCanBeStopped) {
    save(folder / "large.png", noise({3000, 2500}, CV_8UC3));
    window.openFiles({path("large.png"), path("large.png"), path("large.png")});
    EXPECT_TRUE(find("foot-stop")->isVisible());
    click("foot-stop");
    ASSERT_TRUE(settled());
    EXPECT_FALSE(find("foot-stop")->isVisible());
    EXPECT_FALSE(find("card")->isVisible());
    EXPECT_THAT(find<QLabel>("foot-said")->text().toStdString(), HasSubstr("Stopped"));
}

TEST_F(Window, aSizeIsTypedInAnyUnitAndUndone) {
    hang(marked({300, 200}, 3));
    key(Qt::Key_2);
    const SizeMm before = piece().size;
    type("picture-width", "7 3/8 in");
    EXPECT_NEAR(piece().size.width, 187.325, 1e-6);
    EXPECT_NEAR(piece().size.height, 187.325 / 1.5, 1e-6);
    type("picture-width", "wide");
    EXPECT_NEAR(piece().size.width, 187.325, 1e-6);
    EXPECT_TRUE(find("picture-width")->property("wrong").toBool());
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(piece().size, before);
    key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_NEAR(piece().size.width, 187.325, 1e-6);
}

TEST_F(Window, anObjectsSizeAndASpot) {
    hang(marked({300, 200}, 3));
    window.goTo(app::MainWindow::object);
    EXPECT_TRUE(objectOf(job(), piece()).spot()) << "a dropped picture begins as a spot on something bigger";
    chooseShape(ShapeKind::rectangle);
    ASSERT_FALSE(objectOf(job(), piece()).spot());
    type("object-width", "50 mm");
    EXPECT_NEAR(sizeOf(objectOf(job(), piece())).width, 50, 1e-9);
    ASSERT_TRUE(settled());
    EXPECT_EQ(find<QPushButton>("remedy-larger-than-object")->text(), QStringLiteral("Cut it to the object"))
        << "it lies all over it: made smaller, it would bare some";
    type("object-height", "120 mm");
    ASSERT_TRUE(settled());
    EXPECT_EQ(find<QPushButton>("remedy-larger-than-object")->text(), QStringLiteral("Fit it inside"));
    click("remedy-larger-than-object");
    ASSERT_TRUE(settled());
    EXPECT_NEAR(piece().size.width, 50, 1e-9);
    type("object-name", "tile");
    EXPECT_EQ(objectOf(job(), piece()).name, "tile");
}

TEST_F(Window, aFindingIsShownWhereItIs) {
    hang(marked({300, 200}, 3));
    window.goTo(app::MainWindow::object);
    chooseShape(ShapeKind::rectangle);
    type("object-width", "50 mm");
    key(Qt::Key_3);
    ASSERT_TRUE(settled());
    click("show-larger-than-object");
    EXPECT_EQ(find<app::StationRule>("rule")->chosen(), app::MainWindow::object);
    type("picture-width", "289 mm");
    ASSERT_TRUE(settled());
    click("show-crosses-margin");
    EXPECT_EQ(find<app::StationRule>("rule")->chosen(), app::MainWindow::sheets);
}

TEST_F(Window, theMethodTurnsThePrintAndTheSentenceFollows) {
    hang(marked({300, 200}, 3));
    window.goTo(app::MainWindow::object);
    EXPECT_THAT(find<QLabel>("mirroring-sentence")->text().toStdString(), HasSubstr("Turned over once"));
    ASSERT_TRUE(settled());
    const QImage mirrored = window.fold().leaves().printed;
    choose("method", QStringLiteral("tissue-overlay"));
    EXPECT_THAT(find<QLabel>("mirroring-sentence")->text().toStdString(), HasSubstr("Laid face up"));
    ASSERT_TRUE(settled());
    const QImage upright = window.fold().leaves().printed;
    // The mark of the picture's upper left: at the right of the mirrored ink side, at the left of the other.
    const auto inkAt = [](const QImage& side, double part) {
        return qGray(side.pixel(static_cast<int>(part * side.width()), side.height() / 4));
    };
    EXPECT_LT(inkAt(mirrored, 0.8), 100);
    EXPECT_LT(inkAt(upright, 0.2), 100);
    EXPECT_EQ(mirroredInPrint(job(), piece()), Mirrored::no);
}

TEST_F(Window, aToneChangeIsPaintedAndIsOneStep) {
    hang(marked({300, 200}, 3));
    key(Qt::Key_3);
    ASSERT_TRUE(settled());
    const QImage before = window.fold().leaves().finished;
    auto* slider = find<QSlider>("contrast-slider");
    for (int value : {90, 94, 97, 100}) slider->setValue(value);
    EXPECT_EQ(piece().tone.contrast, (Contrast{Contrast::Kind::strength, 100}));
    ASSERT_TRUE(settled());
    EXPECT_TRUE(find<QPushButton>("contrast-strength")->isChecked());
    click("ink-colour");
    ASSERT_TRUE(settled());
    EXPECT_NE(window.fold().leaves().finished, before);
    EXPECT_EQ(inkOf(piece()), Ink::colour);
    EXPECT_FALSE(slider->isVisible()) << "contrast is for grey";
    key(Qt::Key_Z, Qt::ControlModifier);
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(piece().tone, Tone{}) << "the drag of the slider is one step";
}

TEST_F(Window, sheetsFollowThePaper) {
    hang(noise({300, 200}, CV_8UC3));
    type("picture-width", "600");
    window.goTo(app::MainWindow::sheets);
    ASSERT_TRUE(settled());
    const auto before = window.store().imposition()->sheets.size();
    auto* paper = find<QComboBox>("paper");
    paper->setCurrentIndex(paper->findText(QStringLiteral("A3")));
    emit paper->activated(paper->currentIndex());
    ASSERT_TRUE(settled());
    EXPECT_LT(window.store().imposition()->sheets.size(), before);
    type("margin", "400 mm");
    ASSERT_TRUE(settled());
    EXPECT_FALSE(window.store().imposition());
    EXPECT_FALSE(window.store().impositionFault().isEmpty());
    EXPECT_THAT(exported([this](app::Exports& e) { e.writePdf(path("s.pdf")); }).toStdString(),
                HasSubstr("no room"));
    EXPECT_FALSE(well);
}

TEST_F(Window, whatFollowsFromTheJobWaitsWhileEditsFollowEachOther) {
    hang(marked({60, 40}, 3));
    ASSERT_TRUE(settled());
    int foreseen = 0;
    QObject::connect(&window.store(), &app::JobStore::foreseen, [&] { ++foreseen; });
    for (int i = 0; i < 12; ++i) {
        window.store().edit(QStringLiteral("change the size"), [&](Job now) {
            return withWidth(std::move(now), window.store().piece()->id, 60 + i, Proportions::keep);
        });
        QTest::qWait(15);
    }
    EXPECT_LE(foreseen, 2) << "sheets are worked out when the hand rests";
    ASSERT_TRUE(settled());
    EXPECT_TRUE(window.store().upToDate());
    EXPECT_GE(foreseen, 1);
}

TEST_F(Window, aSheetIsSavedByItselfAndAllThatIsTriedAndMendedToo) {
    hang(noise({300, 200}, CV_8UC3));
    type("picture-width", "450");
    ASSERT_TRUE(settled());
    const std::string label = window.store().imposition()->sheets[1].label;
    exported([this](app::Exports& e) { e.writeSheet(path("one.pdf"), 1); });
    EXPECT_TRUE(well);
    EXPECT_THAT(run({"pdfinfo", path("one.pdf").toStdString()}).out, HasSubstr("Pages:           1"));
    EXPECT_THAT(run({"pdftotext", path("one.pdf").toStdString(), "-"}).out, HasSubstr(label));
    for (const auto& write : std::vector<std::function<void(app::Exports&)>>{
             [this](app::Exports& e) { e.writeReduced(path("r.pdf")); },
             [this](app::Exports& e) { e.writeStrip(path("s.pdf")); },
             [this](app::Exports& e) {
                 e.writePatch(path("p.pdf"), {0.5, 0.5}, 40);
             },
             [this](app::Exports& e) { e.writeGuide(path("g.pdf")); }}) {
        exported(write);
        EXPECT_TRUE(well);
    }
    for (const char* name : {"r.pdf", "s.pdf", "p.pdf", "g.pdf"})
        EXPECT_THAT(run({"pdfinfo", path(name).toStdString()}).out, HasSubstr("Pages:")) << name;
}

TEST_F(Window, aPrinterThatReachesTheEdgeHasNoBareEdge) {
    hang(marked({300, 200}, 3));
    window.goTo(app::MainWindow::sheets);
    type("margin", "0");
    EXPECT_EQ(printerOf(job(), piece()).margins, evenMargins(0));
    type("band", "0");
    EXPECT_EQ(job().sheets.band_mm, 7) << "but cut marks need their room";
    EXPECT_TRUE(find("band")->property("wrong").toBool());
}

TEST_F(Window, everythingThatLeavesTheProgram) {
    hang(marked({300, 200}, 3));
    EXPECT_THAT(exported([this](app::Exports& e) { e.writePdf(path("s.pdf")); }).toStdString(),
                HasSubstr("Saved s.pdf"));
    EXPECT_TRUE(well);
    exported([this](app::Exports& e) { e.writePicture(path("p.png")); });
    EXPECT_TRUE(same(load(folder / "p.png"), renderWhole(printOf(job(), piece(), 300))));
    exported([this](app::Exports& e) { e.writeReference(path("r.pdf")); });
    exported([this](app::Exports& e) { e.writeTest(path("t.pdf")); });
    exported([this](app::Exports& e) { e.writeCopyShop(path("shop")); });
    for (const char* name : {"s.pdf", "r.pdf", "t.pdf", "shop"})
        EXPECT_TRUE(std::filesystem::exists(folder / name)) << name;
    exported([this](app::Exports& e) { e.writePdf(path("none/s.pdf")); });
    EXPECT_FALSE(well);
    EXPECT_THAT(find<QLabel>("foot-said")->text().toStdString(), HasSubstr("none/s.pdf"));
}

TEST_F(Window, anExportCanBeStopped) {
    hang(marked({300, 200}, 3));
    type("picture-width", "3 m");
    QSignalSpy ended(&window.exports(), &app::Exports::ended);
    window.exports().writePdf(path("s.pdf"));
    EXPECT_TRUE(find("foot-stop")->isVisible());
    click("foot-stop");
    ASSERT_TRUE(waitFor([&] { return ended.count() > 0; }));
    EXPECT_FALSE(ended.front().at(0).toBool());
    EXPECT_FALSE(std::filesystem::exists(folder / "s.pdf"));
    EXPECT_FALSE(find("foot-stop")->isVisible());
}

TEST_F(Window, piecesAreChosenRemovedAndBroughtBack) {
    hang(marked({300, 200}, 3), "one.png");
    hang(marked({200, 200}, 3), "two.png");
    EXPECT_EQ(piece().name, "two");
    key(Qt::Key_Left, Qt::ControlModifier);
    EXPECT_EQ(piece().name, "one");
    window.goTo(app::MainWindow::picture);
    click("picture-remove");
    EXPECT_EQ(piece().name, "two");
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(job().pieces.size(), 2u);
    find<QSpinBox>("picture-copies")->setValue(4);
    EXPECT_EQ(piece().copies, 4);
    type("picture-name", "Moth");
    EXPECT_EQ(piece().name, "Moth");
}

TEST_F(Window, unitsChangeWhatIsShownNotWhatIsMeant) {
    hang(marked({300, 200}, 3));
    const SizeMm size = piece().size;
    window.findChild<QAction*>(QStringLiteral("unit-in"))->trigger();
    EXPECT_EQ(find<QLineEdit>("picture-width")->text(), QStringLiteral("3 in"));
    EXPECT_EQ(piece().size, size);
    window.findChild<QAction*>(QStringLiteral("unit-mm"))->trigger();
}

TEST_F(Window, printGoesToItsStationFromAnywhere) {
    hang(marked({300, 200}, 3));
    click("foot-print");
    EXPECT_EQ(find<app::StationRule>("rule")->chosen(), app::MainWindow::print);
    QStringList words;
    for (const QLabel* label : find("print-stage")->findChildren<QLabel*>()) words << label->text();
    const std::string all = words.join(QLatin1Char('\n')).toStdString();
    for (const char* sentence : {"media type plain paper", "mark an X on a plain sheet", "Mirroring OFF",
                                 "write A1", "arrow up on the back"})
        EXPECT_THAT(all, HasSubstr(sentence));
}

TEST_F(Window, everyControlHasANameForScreenReaders) {
    hang(marked({300, 200}, 3));
    for (const QWidget* widget : window.findChildren<QWidget*>()) {
        const bool control =
            qobject_cast<const QAbstractButton*>(widget) || qobject_cast<const QLineEdit*>(widget) ||
            qobject_cast<const QComboBox*>(widget) || qobject_cast<const QAbstractSlider*>(widget) ||
            qobject_cast<const QSpinBox*>(widget);
        if (!control || widget->objectName().startsWith(QStringLiteral("qt_"))) continue;
        const bool inner =
            qobject_cast<const QScrollBar*>(widget) || qobject_cast<const QSpinBox*>(widget->parentWidget());
        if (inner) continue;
        const auto* button = qobject_cast<const QAbstractButton*>(widget);
        EXPECT_TRUE(!widget->accessibleName().isEmpty() || (button && !button->text().isEmpty()))
            << widget->metaObject()->className();
        EXPECT_FALSE(widget->objectName().isEmpty()) << widget->metaObject()->className();
    }
}

TEST_F(Window, quickClicksAndFastTypingDoNoHarm) {
    hang(marked({300, 200}, 3));
    for (int i = 0; i < 40; ++i) {
        window.goTo(i % 5);
        key(Qt::Key_F);
        window.store().edit(QStringLiteral("x"), [&](Job j) {
            return withWidth(std::move(j), piece().id, 20 + 31 * (i % 17), Proportions::keep);
        });
        if (i % 3 == 0) window.store().undo();
        QApplication::processEvents();
    }
    EXPECT_TRUE(settled());
    EXPECT_FALSE(window.grab().isNull());
}
