// The Object station as a maker uses it: measuring a thing, marking its holes, placing by hand, choosing a
// way.
#include <QListWidget>
#include <QScrollArea>
#include <QScrollBar>
#include <QTimer>

#include <gmock/gmock.h>

#include "app/canvas/fold_view.h"
#include "app/canvas/hand_placement.h"
#include "app/model/known_methods.h"
#include "core/job/fit.h"
#include "core/job/landing.h"
#include "core/job/turns.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class ObjectStation : public ObjectStationTest {
  protected:
    /// Drags on the fold from one place of the object to another, in mm.
    void drag(const PointMm& from, const PointMm& to, Qt::KeyboardModifiers with = Qt::ControlModifier) {
        app::FoldView& fold = window.fold();
        const auto at = [&](const PointMm& p) { return fold.onScreen().object_mm.map(QPointF(p.x, p.y)); };
        const QPointF begin = at(from), end = at(to);
        QTest::mousePress(&fold, Qt::LeftButton, {}, begin.toPoint());
        for (double t : {0.3, 0.7, 1.0}) {
            const QPointF now = begin + t * (end - begin);
            QMouseEvent move(QEvent::MouseMove, now, fold.mapToGlobal(now), Qt::NoButton, Qt::LeftButton,
                             with);
            QApplication::sendEvent(&fold, &move);
        }
        QTest::mouseRelease(&fold, Qt::LeftButton, {}, end.toPoint());
    }
};

}  // namespace

TEST_F(ObjectStation, aSlateHexagonAcrossFlatsWithAHangingHoleAndAMargin) {
    chooseShape(ShapeKind::polygon);
    type("object-across-flats", "150 mm");
    EXPECT_NEAR(measure(object().shape, "across_flats_mm"), 150, 1e-9);
    EXPECT_EQ(find<QLineEdit>("object-across-corners")->text(), QStringLiteral("173.2 mm"));
    type("object-across-corners", "6 in");
    EXPECT_NEAR(measure(object().shape, "across_flats_mm"), 131.98, 0.01);
    type("object-across-flats", "15 cm");
    choose("object-material", QStringLiteral("slate"));
    EXPECT_EQ(object().material.texture, "slate");
    part("zones");
    click("add-hole");
    type("zone-width", "8 mm");
    type("zone-height", "8 mm");
    type("zone-y", "10 mm");
    ASSERT_EQ(object().zones.size(), 1u);
    EXPECT_NEAR(object().zones[0].at.y, -65, 1e-9);
    part("place");
    click("fit-inside");
    type("fit-margin", "12 mm");
    EXPECT_EQ(piece().placement.fit, Fit::inside);
    const Outline ink = inkOnObject(job(), piece()), room = openOf(object());
    for (const PointMm& corner : ink.rings.front()) EXPECT_GT(distanceToEdge(room, corner), 11.9);
    QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    EXPECT_FALSE(window.findChild<QPushButton*>(QStringLiteral("remedy-larger-than-object")));
}

TEST_F(ObjectStation, aTaperedTinCarriesTwoPictures) {
    chooseShape(ShapeKind::tapered);
    type("object-top-girth", "36 cm");
    type("object-bottom-girth", "27 cm");
    type("picture-width", "80 mm");
    const int first = piece().id;
    part("place");
    // The file dialog is left; the picture is then dropped.
    QTimer closing;
    QObject::connect(&closing, &QTimer::timeout, [] {
        if (QWidget* dialog = QApplication::activeModalWidget()) dialog->close();
    });
    closing.start(50);
    click("another-here");
    closing.stop();
    save(folder / "name.png", marked({200, 60}, 3), 100);
    window.openFiles({QString::fromStdString((folder / "name.png").string())});
    ASSERT_TRUE(waitFor([this] { return job().pieces.size() == 2; }));
    EXPECT_NE(piece().id, first) << "the new picture is worked on";
    EXPECT_EQ(job().pieces[0].placement.object, job().pieces[1].placement.object);
    EXPECT_EQ(job().objects.size(), 1u);
    ASSERT_TRUE(settled());
    EXPECT_TRUE(landingOf(job(), piece()).bend.has_value());
}

TEST_F(ObjectStation, aSpotOnABagHasTwoDistancesAndNoOutline) {
    EXPECT_TRUE(object().spot());
    part("place");
    type("distance-1", "3 in");
    auto* from = find<QLineEdit>("distance-from-1");
    from->setFocus();
    QTest::keyClicks(from, QStringLiteral("the hem"));
    QTest::keyClick(from, Qt::Key_Return);
    ASSERT_EQ(piece().placement.distances.size(), 1u);
    EXPECT_EQ(piece().placement.distances[0].from, "the hem");
    EXPECT_NEAR(piece().placement.distances[0].mm, 76.2, 1e-9);
}

TEST_F(ObjectStation, aPlankWithAKnotAndAFreeEdgeIsDraggedIntoShape) {
    chooseShape(ShapeKind::plank);
    type("object-width", "400 mm");
    type("object-height", "180 mm");
    ASSERT_FALSE(object().shape.outline.empty());
    const Ring before = object().shape.outline.rings.front();
    const PointMm corner = before[3];
    drag(corner, {corner.x, corner.y - 30});
    EXPECT_NEAR(object().shape.outline.rings.front()[3].y, corner.y - 30, 2);
    EXPECT_EQ(object().shape.outline.rings.front()[2], before[2]);
    part("zones");
    click("add-keep-out");
    EXPECT_EQ(find<QListWidget>("zones")->count(), 1);
    const PointMm knot = object().zones[0].at;
    drag(knot, {knot.x - 60, knot.y + 10});
    EXPECT_NEAR(object().zones[0].at.x, knot.x - 60, 2);
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_NEAR(object().zones[0].at.x, knot.x, 1e-9) << "a drag is one step";
}

TEST_F(ObjectStation, aPictureIsDraggedSnapsAndIsNudged) {
    chooseShape(ShapeKind::rectangle);
    type("object-width", "300 mm");
    type("object-height", "200 mm");
    part("place");
    drag({0, 0}, {40, 20});
    EXPECT_NEAR(piece().placement.from_centre.x, 40, 1.5);
    EXPECT_NEAR(piece().placement.from_centre.y, 20, 1.5);
    drag({40, 20}, {0.8, 21}, Qt::NoModifier);
    EXPECT_EQ(piece().placement.from_centre.x, 0) << "it snaps to the middle";
    window.fold().setFocus();
    const double x = piece().placement.from_centre.x, y = piece().placement.from_centre.y;
    QTest::keyClick(&window.fold(), Qt::Key_Right);
    QTest::keyClick(&window.fold(), Qt::Key_Down, Qt::ShiftModifier);
    QTest::keyClick(&window.fold(), Qt::Key_Left, Qt::AltModifier);
    EXPECT_NEAR(piece().placement.from_centre.x, x + 0.9, 1e-9);
    EXPECT_NEAR(piece().placement.from_centre.y, y + 10, 1e-9);
    type("bare-left", "25 mm");
    EXPECT_NEAR(distancesOf(job(), piece())->left, 25, 1e-6);
    EXPECT_EQ(find<QLineEdit>("bare-left")->text(), QStringLiteral("25 mm"));
}

TEST_F(ObjectStation, whatTurnsThePictureFoldsThePaper) {
    const auto mirrored = [this] { return mirroredBy(turnsOf(job(), piece())) == Mirrored::yes; };
    EXPECT_TRUE(mirrored());
    part("method");
    const auto tick = [this](const char* name) {
        QTest::mouseClick(find(name), Qt::LeftButton, {}, QPoint(8, find(name)->height() / 2));
    };
    tick("already-reversed");
    EXPECT_FALSE(mirrored());
    tick("printer-mirrors");
    EXPECT_TRUE(mirrored());
    part("what");
    choose("object-material", QStringLiteral("glass-seen-through"));
    EXPECT_FALSE(mirrored());
    const std::string sentence = find<QLabel>("mirroring-sentence")->toolTip().toStdString();
    EXPECT_THAT(sentence, HasSubstr("came mirrored"));
    EXPECT_THAT(sentence, HasSubstr("3 times"));
}

TEST_F(ObjectStation, aTornRimIsTheSameUntilItIsTornAnotherWay) {
    hang(noise({300, 200}, CV_8UC3), "noise.png");  // ink up to the rim
    part("edge");
    click("rim-torn");
    EXPECT_EQ(piece().edge.rim, Rim::torn);
    ASSERT_TRUE(settled());
    const QImage first = window.fold().leaves().printed;
    key(Qt::Key_1);
    window.goTo(app::MainWindow::object);
    ASSERT_TRUE(settled());
    EXPECT_EQ(window.fold().leaves().printed, first);
    click("rim-other");
    EXPECT_EQ(piece().edge.seed, 2);
    ASSERT_TRUE(settled());
    EXPECT_NE(window.fold().leaves().printed, first);
}

TEST_F(ObjectStation, theFinderProposesAndAWayIsTaken) {
    choose("object-material", QStringLiteral("cotton-light"));
    part("method");
    QTimer::singleShot(0, [this] {
        QWidget* dialog = QApplication::activeModalWidget();
        ASSERT_TRUE(dialog);
        auto* answer = dialog->findChild<QPushButton*>(QStringLiteral("find-finder-answer-fabric-paste"));
        ASSERT_TRUE(answer) << "the way for pale cloth";
        QTest::mouseClick(answer, Qt::LeftButton);
        QTest::mouseClick(dialog->findChild<QPushButton*>(QStringLiteral("take-method")), Qt::LeftButton);
    });
    click("find-method");
    EXPECT_EQ(piece().method->id, "fabric-paste");
    EXPECT_THAT(find<QLabel>("about-method")->text().toStdString(), HasSubstr("paste"));
}

TEST_F(ObjectStation, howATissueIsFixedSaysHowMuchStaysBare) {
    part("method");
    EXPECT_FALSE(find("sheet-mount")->isVisible()) << "plain paper is fixed to nothing";
    choose("method", QStringLiteral("tissue-overlay"));
    ASSERT_TRUE(find("sheet-mount")->isVisible());
    EXPECT_EQ(piece().method->carrier.usable_inset_mm, 0) << "folded over its sheet";
    choose("sheet-mount", QStringLiteral("smaller"));
    EXPECT_EQ(piece().method->carrier.usable_inset_mm, 5);
    type("sheet-inset", "8 mm");
    EXPECT_EQ(piece().method->carrier.usable_inset_mm, 8);
    EXPECT_EQ(piece().method->carrier.basis, Basis::yours);
}

TEST_F(ObjectStation, aWayIsCopiedChangedAndKeptInAFile) {
    part("method");
    QTimer::singleShot(0, [] {
        QWidget* dialog = QApplication::activeModalWidget();
        ASSERT_TRUE(dialog);
        dialog->findChild<QLineEdit*>(QStringLiteral("own-name"))->setText(QStringLiteral("My gel"));
        QTest::mouseClick(dialog->findChild<QPushButton*>(QStringLiteral("own-keep")), Qt::LeftButton);
    });
    click("own-method");
    EXPECT_EQ(piece().method->id, "user:my-gel");
    EXPECT_TRUE(app::knownMethod(QStringLiteral("user:my-gel")));
    EXPECT_TRUE(std::filesystem::exists(app::userMethodsFolder() / "my-gel.json"));
    std::filesystem::remove(app::userMethodsFolder() / "my-gel.json");
    app::readKnownMethods();
    EXPECT_EQ(piece().method->name, "My gel") << "the job keeps its own copy";
}

TEST_F(ObjectStation, aFaultyFileOfOnesOwnIsNamedAndStopsNothing) {
    std::filesystem::create_directories(app::userMethodsFolder());
    write(app::userMethodsFolder() / "broken.json",
          "{ \"schema\": \"tympan-methods-1\",\n \"methods\": [ { \"id\": 7 } ] }");
    app::readKnownMethods();
    {
        app::MainWindow other;
        const auto* said = other.findChild<QLabel*>(QStringLiteral("foot-said"));
        EXPECT_THAT(said->text().toStdString(),
                    testing::AllOf(HasSubstr("broken.json"), HasSubstr("line 2")));
    }
    std::filesystem::remove(app::userMethodsFolder() / "broken.json");
    app::readKnownMethods();
    EXPECT_EQ(app::knownMethods().size(), shippedMethods().size());
}

TEST_F(ObjectStation, everyPanelShowsEveryShapeWithinItsRoom) {
    window.resize(1280, 800);
    const auto* scroll = find<QScrollArea>("object-scroll");
    for (ShapeKind kind : shapeKinds()) {
        chooseShape(kind);
        for (const char* name : {"what", "zones", "place", "edge", "method"}) {
            part(name);
            EXPECT_FALSE(window.grab().isNull()) << name;
            EXPECT_EQ(scroll->horizontalScrollBar()->maximum(), 0)
                << name << " of a " << tympan::name(kind) << " is wider than its room";
        }
        EXPECT_EQ(outlineOf(object().shape).empty(), kind == ShapeKind::spot);
    }
    EXPECT_TRUE(settled());
}
