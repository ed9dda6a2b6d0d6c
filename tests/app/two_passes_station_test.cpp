// A picture for dark cloth: colour, and the white under it.
#include <QLabel>
#include <QSlider>
#include <QSpinBox>

#include <gmock/gmock.h>

#include "app/stations/print/print_tray.h"
#include "app/stations/tone/tone_tray.h"
#include "core/artwork/read_picture.h"
#include "core/job/edits.h"
#include "core/job/two_passes.h"
#include "core/marks/register_marks.h"
#include "core/method/catalogue.h"
#include "core/printer/printer_json.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;
using testing::Not;

namespace {

class DarkClothWork : public WindowTest {
  protected:
    void SetUp() override {
        std::filesystem::remove_all(keptPrinters());
        WindowTest::SetUp();
        cv::Mat art(300, 240, CV_8UC3, cv::Scalar(12, 12, 14));
        art(cv::Rect(30, 40, 120, 180)).setTo(cv::Scalar(240, 160, 40));
        hang(art);
        window.store().edit(QStringLiteral("test"), [&](Job job) {
            job = withMethod(std::move(job), piece().id, findMethod(shippedMethods(), "two-part-dark-cloth"));
            job.objects.front().ground = {26, 28, 32};
            job.printers.front().kind = PrinterKind::white_toner;
            return job;
        });
        window.goTo(app::MainWindow::tone);
        window.findChild<app::ToneTray*>()->open(QStringLiteral("surface"));
        ASSERT_TRUE(settled());
    }
    void TearDown() override { std::filesystem::remove_all(keptPrinters()); }
    std::string words(const char* label) {
        return find<QLabel>(label)->text().replace(QChar(0xA0), QLatin1Char(' ')).toStdString();
    }
    const DarkCloth& cloth() { return piece().tone.dark_cloth; }
    std::string stage(const char* name) {
        QStringList all;
        for (const QLabel* label : find(name)->findChildren<QLabel*>()) all << label->text();
        return all.join(QLatin1Char('\n')).replace(QChar(0xA0), QLatin1Char(' ')).toStdString();
    }
    void simulate() {
        window.goTo(app::MainWindow::print);
        const QString name = QStringLiteral("a simulated laser with white toner");
        ASSERT_TRUE(waitFor([&] { return find<QComboBox>("printers")->findText(name) >= 0; }));
        find<QComboBox>("printers")->setCurrentText(name);
        click("print-now");
        ASSERT_TRUE(waitFor([&] { return find("tray-page")->isVisible(); }));
    }
};

}  // namespace

TEST_F(DarkClothWork, whatIsLeftToTheClothIsSetAndSaid) {
    EXPECT_TRUE(waitFor([&] { return words("cloth-share").find("left to the cloth") != std::string::npos; }));
    const auto before = window.store().revision();
    find<QSlider>("cloth-limit")->setValue(30);
    find<QSlider>("cloth-soft")->setValue(0);
    EXPECT_EQ(cloth().limit, 30);
    EXPECT_EQ(cloth().soft, 0);
    EXPECT_NE(window.store().revision(), before);
    window.store().undo();
    EXPECT_EQ(cloth(), DarkCloth{}) << "one drag, one step";
    find<QSpinBox>("cloth-white")->setValue(70);
    EXPECT_EQ(cloth().white, 70);
}

TEST_F(DarkClothWork, whatTheClothShallHaveIsBrushedOutWherePicturesAreCut) {
    click("cloth-by-hand");
    EXPECT_TRUE(find("picture-tray")->isVisible());
    EXPECT_TRUE(find<QPushButton>("picture-part-cut")->isChecked());
}

TEST_F(DarkClothWork, theChokeIsProposedTypedAndProposedAgain) {
    EXPECT_FALSE(find("cloth-proposed")->isVisible());
    EXPECT_THAT(words("cloth-choke-about"), HasSubstr("measure it at the Print station"));
    type("cloth-choke", "0.5 mm");
    EXPECT_EQ(cloth().choke_mm, 0.5);
    EXPECT_THAT(words("cloth-choke-about"), HasSubstr("5.9 dots of the print"))
        << "a millimetre is 11.8 at 300";
    find<QSlider>("cloth-beside")->setValue(6);
    EXPECT_THAT(words("cloth-beside-about"), HasSubstr("0.3 mm beside: no white shows"));
    find<QSlider>("cloth-beside")->setValue(18);
    EXPECT_THAT(words("cloth-beside-about"), HasSubstr("a rim of white shows, 0.4 mm wide"));
    click("cloth-proposed");
    EXPECT_FALSE(cloth().choke_mm);
    window.findChild<app::ToneTray*>()->open(QStringLiteral("greys"));
    EXPECT_EQ(find<QSlider>("cloth-beside")->value(), 0) << "what is tried there is seen there";
}

TEST_F(DarkClothWork, linesLetTheClothShowAndTheirAngleGoesToATenth) {
    window.findChild<app::ToneTray*>()->open(QStringLiteral("laid"));
    EXPECT_TRUE(find<QComboBox>("laid")->isVisible()) << "whatever colours it has";
    choose("laid", QStringLiteral("lines"));
    find<QDoubleSpinBox>("screen-angle")->setValue(52.5);
    EXPECT_EQ(piece().tone.screen.angle_deg, 52.5);
    EXPECT_FALSE(find("solids")->isVisible());
}

TEST_F(DarkClothWork, asVividAsItGoesStopsWhereColoursClip) {
    window.findChild<app::ToneTray*>()->open(QStringLiteral("greys"));
    click("vivid-most");
    EXPECT_GT(piece().tone.vividness.all, 0);
    EXPECT_LE(piece().tone.vividness.all, 100);
    EXPECT_THAT(words("vivid-clipped"), Not(HasSubstr("lost")));
}

TEST_F(DarkClothWork, bothPassesComeOutOfTheSimulatedPrinterAndFitOnceItsShrinkingIsMeasured) {
    simulate();
    EXPECT_THAT(stage("tray-page"), HasSubstr("both passes, as they lie on the cloth"));
    EXPECT_THAT(stage("tray-page"), HasSubstr("the white lies up to"));
    EXPECT_THAT(words("printer-known"), HasSubstr("is not known"));
    // From the A4 sheet's crosses as they were sent, and as they are after the first pass.
    ASSERT_TRUE(waitFor([&] { return window.store().upToDate(); }));
    const Imposition& sheets = *window.store().imposition();
    const RegisterMarks crosses = registerMarks(sheets, sheets.sheets.front());
    const std::string across = formatLength(*crosses.across * 0.993, Unit::mm),
                      down = formatLength(*crosses.down * 0.993, Unit::mm);
    answer("passes-take", {{"passes-across", across.c_str()}, {"passes-down", down.c_str()}});
    const double proposed = proposedChoke(job(), piece());
    click("printer-passes");
    const auto& shrink = printerOf(job(), piece()).shrink;
    ASSERT_TRUE(shrink);
    EXPECT_NEAR(shrink->x, 0.993, 0.0005);
    EXPECT_NEAR(shrink->y, 0.993, 0.0005);
    EXPECT_LT(proposedChoke(job(), piece()), proposed);
    EXPECT_THAT(words("printer-known"), HasSubstr("reckoned with"));
    simulate();
    EXPECT_THAT(stage("tray-page"), Not(HasSubstr("the white lies up to")));
    ASSERT_EQ(allKept(keptPrinters()).size(), 1U);
    EXPECT_TRUE(allKept(keptPrinters()).front().shrink);
}

TEST_F(DarkClothWork, thePdfHoldsEachSheetOnceForEachPass) {
    window.exports().writePdf(QString::fromStdString((folder / "s.pdf").string()));
    ASSERT_TRUE(waitFor([&] { return !window.exports().running(); }));
    EXPECT_EQ(readPicture(folder / "s.pdf")->pages, 2);
}
