// The Tone station: each shade by itself, and how grey is laid down.
#include <QCheckBox>
#include <QDoubleSpinBox>
#include <QLabel>
#include <QScrollArea>
#include <QScrollBar>
#include <QSlider>
#include <QSpinBox>
#include <set>

#include <gmock/gmock.h>

#include "app/canvas/fold_view.h"
#include "app/stations/tone/tone_tray.h"
#include "app/widgets/shade_row.h"
#include "core/inspect/solids.h"
#include "core/render/render_region.h"
#include "core/tone/curve.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class ToneStation : public WindowTest {
  protected:
    void SetUp() override {
        WindowTest::SetUp();
        hang(noise({300, 200}, CV_8UC3));
        window.goTo(app::MainWindow::tone);
        // Its colours would be kept: here it is about greys.
        click("ink-grey");
    }
    const Tone& tone() { return piece().tone; }
    cv::Mat printed() { return renderWhole(printOf(job(), piece(), 150)); }
    /// How many different greys are printed.
    long greys() {
        const cv::Mat ink = printed();
        std::set<std::uint8_t> all(ink.begin<std::uint8_t>(), ink.end<std::uint8_t>());
        return static_cast<long>(all.size());
    }
    void laid(const char* words) { choose("laid", QLatin1String(words)); }
    std::string about() { return find<QLabel>("about-laid")->text().toStdString(); }
    void tick(const char* name) {
        QTest::mouseClick(find(name), Qt::LeftButton, {}, QPoint(8, find(name)->height() / 2));
    }
};

}  // namespace

TEST_F(ToneStation, aShadeIsSlidByMouseAndKeysAndPutBack) {
    auto* shades = find<app::ShadeRow>("shades");
    const QPoint from = shades->chip(3).center();
    QTest::mousePress(shades, Qt::LeftButton, {}, from);
    for (int y : {from.y() - 10, from.y() - 20}) {
        QMouseEvent move(QEvent::MouseMove, QPointF(from.x(), y), shades->mapToGlobal(QPointF(from.x(), y)),
                         Qt::NoButton, Qt::LeftButton, {});
        QApplication::sendEvent(shades, &move);
    }
    QTest::mouseRelease(shades, Qt::LeftButton, {}, from - QPoint(0, 20));
    const int lifted = tone().shades.lift[3];
    EXPECT_GT(lifted, 30) << "up is lighter";
    EXPECT_EQ(tone().shades.lift[4], 0);
    shades->setFocus();
    QTest::keyClick(shades, Qt::Key_Down);
    EXPECT_EQ(tone().shades.lift[3], lifted - 5);
    QTest::keyClick(shades, Qt::Key_Right);
    QTest::keyClick(shades, Qt::Key_Down);
    EXPECT_EQ(tone().shades.lift[4], -5);
    ASSERT_TRUE(settled());
    key(Qt::Key_Z, Qt::ControlModifier);
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_TRUE(tone().shades.untouched()) << "a drag is one step, and the keys after it another";
    QTest::keyClick(shades, Qt::Key_Up);
    click("shades-reset");
    EXPECT_TRUE(tone().shades.untouched());
    EXPECT_FALSE(find("shades-reset")->isVisible());
}

TEST_F(ToneStation, blackAndWhiteAloneFindsItsLimitAndTakesAnother) {
    laid("black and white alone");
    EXPECT_EQ(tone().line_art.kind, LineArt::Kind::automatic);
    EXPECT_EQ(greys(), 2);
    EXPECT_EQ(find<QSlider>("line-art-limit")->value(), partingGrey(greyHistogram(piece().artwork->reduced)));
    const double before = cv::mean(printed())[0];
    find<QSlider>("line-art-limit")->setValue(240);
    EXPECT_EQ(tone().line_art, (LineArt{LineArt::Kind::limit, 240}));
    EXPECT_FALSE(find<QCheckBox>("line-art-auto")->isChecked());
    EXPECT_LT(cv::mean(printed())[0], before) << "paler greys become black too";
    tick("line-art-auto");
    EXPECT_EQ(tone().line_art.kind, LineArt::Kind::automatic);
    laid("smooth");
    EXPECT_EQ(tone(), (Tone{.ink = Tone::InkChoice::grey}));
    EXPECT_GT(greys(), 100);
}

TEST_F(ToneStation, stepsAndDarksForLights) {
    laid("in even steps");
    find<QSpinBox>("steps")->setValue(5);
    EXPECT_EQ(tone().steps, 5);
    EXPECT_EQ(greys(), 5);
    const cv::Mat upright = printed();
    tick("inverted");
    EXPECT_TRUE(tone().inverted);
    cv::Mat sum;
    cv::add(upright, printed(), sum, cv::noArray(), CV_16U);
    EXPECT_EQ(cv::countNonZero((sum < 255) | (sum > 256)), 0) << "but for the rounding of the middle one";
}

TEST_F(ToneStation, linesAreToldInTheMakersUnitAndSayHowWideTheyAre) {
    laid("lines");
    EXPECT_EQ(tone().screen.kind, Screen::Kind::line);
    EXPECT_EQ(greys(), 2);
    EXPECT_THAT(about(), HasSubstr("11.8 dots"));
    key(Qt::Key_1);
    window.store().edit(QStringLiteral("unit"), [](Job job) { return withUnit(std::move(job), Unit::in); });
    auto* ruling = find<QDoubleSpinBox>("screen-ruling");
    EXPECT_NEAR(ruling->value(), 25.4, 0.05);
    EXPECT_THAT(ruling->suffix().toStdString(), HasSubstr("inch"));
    ruling->setValue(50.8);
    EXPECT_NEAR(tone().screen.per_cm, 20, 1e-9);
    find<QDoubleSpinBox>("screen-angle")->setValue(-15);
    EXPECT_EQ(tone().screen.angle_deg, -15);
    laid("fine grain");
    EXPECT_EQ(tone().screen.kind, Screen::Kind::grain);
    EXPECT_GT(tone().screen.per_cm, 30) << "specks are fine";
    EXPECT_TRUE(find("screen-angle")->isHidden()) << "a grain has no direction";
    find<QDoubleSpinBox>("screen-ruling")->setValue(152);
    EXPECT_THAT(about(), HasSubstr("dots of the print"));
    laid("round dots");
    EXPECT_LT(tone().screen.per_cm, 20);
    ASSERT_TRUE(settled());
}

TEST_F(ToneStation, everythingFitsAndColourNeedsNoneOfIt) {
    window.resize(1280, 800);
    const auto room = [this] { return find<QScrollArea>("tone-scroll")->horizontalScrollBar()->maximum(); };
    for (const char* part : {"greys", "surface", "laid"}) {
        window.toneTray().open(QLatin1String(part));
        EXPECT_EQ(room(), 0) << part;
    }
    for (const char* each : {"smooth", "black and white alone", "black and white, by place", "in even steps",
                             "hatching", "fine grain", "scattered dots"}) {
        laid(each);
        EXPECT_EQ(room(), 0) << each;
    }
    click("ink-colour");
    EXPECT_FALSE(find("tone-part-laid")->isEnabled());
    EXPECT_FALSE(find("laid")->isVisible());
    EXPECT_FALSE(find("shades")->isVisible());
}

TEST_F(ToneStation, greysAreMixedFromColoursByItselfAndByHand) {
    const cv::Mat seen = printed();
    choose("grey-mix", QStringLiteral("by hand"));
    for (const char* part : {"mix-0", "mix-1"}) find<QSpinBox>(part)->setValue(0);
    find<QSpinBox>("mix-2")->setValue(100);
    EXPECT_EQ(tone().mix.parts, (std::array<int, 3>{0, 0, 100}));
    EXPECT_FALSE(same(printed(), seen)) << "only blue light counts";
    choose("grey-mix", QStringLiteral("so that they stay apart"));
    EXPECT_EQ(tone().mix.kind, GreyMix::Kind::automatic);
    choose("grey-mix", QStringLiteral("as bright as they look"));
    EXPECT_TRUE(same(printed(), seen));
}

TEST_F(ToneStation, smallDetailStandsOut) {
    const cv::Mat before = printed();
    for (int amount : {20, 50, 70}) find<QSlider>("local-amount")->setValue(amount);
    type("local-radius", "2 mm");
    EXPECT_EQ(tone().local, (LocalContrast{70, 2}));
    EXPECT_FALSE(same(printed(), before));
    window.store().undo();
    window.store().undo();
    EXPECT_EQ(tone(), (Tone{.ink = Tone::InkChoice::grey})) << "a slide is one step, a measure another";
}

TEST_F(ToneStation, bigBlackAreasAreBrokenUp) {
    hang(cv::Mat(300, 300, CV_8UC1, cv::Scalar(20)), "black.png");
    click("contrast-none");  // as it needs, so much black would be lifted
    window.toneTray().open(QStringLiteral("laid"));
    const double before = inkCoverage(printed());
    choose("solids", QStringLiteral("hatch"));
    find<QSlider>("solids-ink")->setValue(40);
    EXPECT_EQ(tone().solids, (Solids{Solids::Kind::hatched, 40}));
    EXPECT_LT(inkCoverage(printed()), before - 0.3);
}

TEST_F(ToneStation, blackAndWhiteByPlaceIsMended) {
    window.toneTray().open(QStringLiteral("laid"));
    EXPECT_FALSE(find("drop-specks")->isVisible()) << "for black and white alone";
    laid("black and white, by place");
    EXPECT_EQ(greys(), 2);
    const cv::Mat before = printed();
    type("drop-specks", "1 mm");
    type("close-gaps", "0.5 mm");
    EXPECT_EQ(tone().line_art.specks_mm, 1);
    EXPECT_EQ(tone().line_art.gaps_mm, 0.5);
    EXPECT_FALSE(same(printed(), before));
    laid("scattered dots");
    EXPECT_EQ(greys(), 2);
    EXPECT_THAT(about(), HasSubstr("Single dots"));
}

TEST_F(ToneStation, theTransferIsToldMadeUpForAndPictured) {
    window.toneTray().open(QStringLiteral("surface"));
    EXPECT_THAT(find<QLabel>("about-transfer")->text().toStdString(), HasSubstr("A guess"));
    // The leaf is drawn sharper once the hand rests.
    const auto rested = [this] {
        QTest::qWait(400);
        return settled();
    };
    ASSERT_TRUE(rested());
    const cv::Mat before = printed();
    const QImage leaf = window.fold().leaves().finished, paper = window.fold().leaves().printed;
    choose("show-wear", QStringLiteral("much"));
    ASSERT_TRUE(rested());
    EXPECT_NE(window.fold().leaves().finished, leaf);
    EXPECT_EQ(window.fold().leaves().printed, paper) << "the print stays as it is";
    EXPECT_TRUE(same(printed(), before));
    click("compensated");
    EXPECT_LT(cv::mean(printed())[0], cv::mean(before)[0]) << "printed darker, since some of it is lost";
}

TEST_F(ToneStation, coloursAreMadeVividAndItIsSaidWhatIsLost) {
    click("ink-colour");
    const auto said = [this] { return find<QLabel>("vivid-clipped")->text().toStdString(); };
    EXPECT_THAT(said(), HasSubstr("as the picture came"));
    const cv::Mat before = printed();
    for (int value : {20, 60, 90}) find<QSlider>("vivid-all")->setValue(value);
    EXPECT_EQ(tone().vividness, (Vividness{0, 90}));
    EXPECT_FALSE(same(printed(), before));
    EXPECT_THAT(said(), HasSubstr("differences there are lost")) << "noise has vivid colours";
    find<QSlider>("vivid-pale")->setValue(2);
    EXPECT_EQ(tone().vividness.pale, 0) << "near the middle is the middle";
    ASSERT_TRUE(settled());
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_TRUE(tone().vividness.untouched());
    EXPECT_TRUE(same(printed(), before));
    EXPECT_FALSE(find("shades")->isVisible()) << "what is for grey makes room";
}
