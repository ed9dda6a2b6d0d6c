// How a printer lays what it is sent, at the Print station.
#include <QCheckBox>
#include <QLabel>
#include <QSignalSpy>
#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>

#include "app/stations/print/print_tray.h"
#include "app/stations/print/printer_desk.h"
#include "core/artwork/read_picture.h"
#include "core/job/edits.h"
#include "core/job/turns.h"
#include "core/printer/printer_json.h"
#include "core/printer/tray_check.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;
using testing::Not;

namespace {

struct NoKeptPrinters {
    NoKeptPrinters() { std::filesystem::remove_all(keptPrinters()); }
    ~NoKeptPrinters() { std::filesystem::remove_all(keptPrinters()); }
};

class PrinterStation : public WindowTest {
  protected:
    void SetUp() override {
        WindowTest::SetUp();
        hang(marked({300, 200}, 3));
        window.goTo(app::MainWindow::print);
    }
    app::PrinterDesk& desk() { return window.findChild<app::PrintTray*>()->desk(); }
    std::string known() { return find<QLabel>("printer-known")->text().toStdString(); }
    std::string said() { return find<QLabel>("foot-said")->text().toStdString(); }
    const Printer& printer() { return printerOf(job(), piece()); }
    NoKeptPrinters none_;
};

}  // namespace

TEST_F(PrinterStation, aScanOfItsPageIsReckonedWithAndKept) {
    EXPECT_THAT(known(), HasSubstr("Not measured yet"));
    const QString page = QString::fromStdString((folder / "page.pdf").string());
    desk().saveSheet(page);
    EXPECT_THAT(said(), HasSubstr("Saved: page.pdf"));
    SimulatedPrinter fresh;
    fresh.printer.registration = {0.985, 1.01, 0.4, {1.2, -0.8}};
    fresh.printer.curve = {{0, 0}, {0.5, 0.64}, {1, 1}};
    cv::Mat scan;
    cv::copyMakeBorder(printedBy(fresh, *readPicture(folder / "page.pdf"), 1, 300).picture, scan, 90, 90, 90,
                       90, cv::BORDER_CONSTANT, cv::Scalar::all(40));
    save(folder / "scan.png", scan);
    const auto before = window.store().revision();
    desk().read(QString::fromStdString((folder / "scan.png").string()));
    EXPECT_THAT(known(), HasSubstr("Reading"));
    EXPECT_FALSE(find("printer-ruler")->isEnabled());
    ASSERT_TRUE(waitFor([&] { return window.store().revision() != before; }));
    EXPECT_NEAR(printer().registration.scale_x, 0.985, 0.0003);
    EXPECT_THAT(known(), HasSubstr("1.5 % narrower, 1 % longer, turned 0.4° to the right"));
    EXPECT_NEAR(laidFor(printer().curve, 0.5), 0.64, 0.02);
    EXPECT_THAT(said(), HasSubstr("greys come out darker than asked: they are sent paler"));
    EXPECT_THAT(find("printer-known")->toolTip().toStdString(), HasSubstr("sent paler"));
    EXPECT_EQ(allKept(keptPrinters()).size(), 1U);
    EXPECT_FALSE(find("printer-kept")->isVisible()) << "the job goes by it already";

    window.store().undo();
    EXPECT_TRUE(printer().registration.exact()) << "one step";
    EXPECT_TRUE(find("printer-kept")->isVisible());
    EXPECT_TRUE(printer().curve.empty());
    click("printer-kept");
    EXPECT_FALSE(printer().curve.empty()) << "all that was found out";
    EXPECT_NEAR(printer().registration.skew_deg, 0.4, 0.02);
}

TEST_F(PrinterStation, measuresOfARulerAreTaken) {
    answer("ruler-take", {{"ruler-across", "148.5 mm"}, {"ruler-left-bottom", "28.8 mm"}});
    click("printer-ruler");
    EXPECT_NEAR(printer().registration.scale_x, 0.99, 1e-9);
    EXPECT_GT(printer().registration.skew_deg, 0.25);
    EXPECT_THAT(known(), HasSubstr("1 % narrower"));
    answer("ruler-take", {{"ruler-across", "15 mm"}});
    click("printer-ruler");
    EXPECT_THAT(said(), HasSubstr("cannot be that long"));
    EXPECT_NEAR(printer().registration.scale_x, 0.99, 1e-9) << "what was known stays";
}

TEST_F(PrinterStation, whatIsNoTestPageIsSaid) {
    save(folder / "cat.png", marked({300, 200}, 3));
    desk().read(QString::fromStdString((folder / "cat.png").string()));
    ASSERT_TRUE(waitFor([&] { return !desk().reading(); }));
    EXPECT_THAT(said(), HasSubstr("cat.png: the measuring page's four round corner marks"));
    EXPECT_TRUE(find("printer-scan")->isEnabled());
    EXPECT_TRUE(printer().registration.exact());
}

TEST_F(PrinterStation, aNewJobKnowsWhatWasMeasuredBefore) {
    desk().measured({148.5, 230, 30, 30, 30, {}, false});
    ASSERT_NEAR(printer().registration.scale_x, 0.99, 1e-9);
    const std::string name = printer().name;
    window.store().begin();
    EXPECT_EQ(job().printers.front().name, name);
    EXPECT_NEAR(job().printers.front().registration.scale_x, 0.99, 1e-9);
    hang(marked({300, 200}, 3), "next.png");
    EXPECT_NEAR(printer().registration.scale_x, 0.99, 1e-9);
    EXPECT_FALSE(desk().offered());
}

TEST_F(PrinterStation, aDamagedProfileIsInNobodysWay) {
    std::filesystem::create_directories(keptPrinters());
    write(keptPrinters() / "laser printer.json", "{ broken");
    desk().lookAgain();
    EXPECT_FALSE(desk().offered());
    desk().measured({148.5, 230, 30, 30, 30, {}, false});
    EXPECT_NEAR(printer().registration.scale_x, 0.99, 1e-9);
    EXPECT_EQ(contentOf(keptPrinters() / "laser printer.json"), "{ broken") << "and it stays";
    EXPECT_EQ(allKept(keptPrinters()).size(), 1U);
}

TEST_F(PrinterStation, whatCannotBeKeptIsSaidAndGoneByAllTheSame) {
    std::filesystem::create_directories(keptPrinters().parent_path());
    write(keptPrinters(), "a file where the folder should be");
    desk().measured({148.5, 230, 30, 30, 30, {}, false});
    EXPECT_THAT(said(), HasSubstr("cannot be"));
    EXPECT_NEAR(printer().registration.scale_x, 0.99, 1e-9);
}

TEST_F(PrinterStation, aPrinterThatMirrorsIsCountedAsATurn) {
    const auto before = mirroredInPrint(job(), piece());
    desk().measured({150, 230, 30.5, 30, 30, {}, true});
    EXPECT_TRUE(printer().mirrors);
    EXPECT_NE(mirroredInPrint(job(), piece()), before);
}

TEST_F(PrinterStation, aSimulatedOneShowsWhatComesOut) {
    ASSERT_TRUE(waitFor(
        [&] { return find<QComboBox>("printers")->findText(QStringLiteral("a simulated laser")) >= 0; }));
    find<QComboBox>("printers")->setCurrentText(QStringLiteral("a simulated laser"));
    EXPECT_EQ(find<QPushButton>("print-now")->text(), QStringLiteral("See it come out"));
    EXPECT_FALSE(find("tray-page")->isVisible());
    const auto words = [&] {
        QString all;
        for (const auto* label : find("tray-page")->findChildren<QLabel*>())
            all += label->text() + QLatin1Char('\n');
        return all.replace(QChar(0xA0), QLatin1Char(' ')).toStdString();  // units keep to their figures
    };
    click("print-now");
    ASSERT_TRUE(waitFor([&] { return find("tray-page")->isVisible(); }));
    EXPECT_FALSE(find("sheets-to-come")->isVisible());
    EXPECT_TRUE(find("print-lists")->isVisible()) << "beside it";
    EXPECT_THAT(words(), HasSubstr("In the tray of a simulated laser"));
    EXPECT_THAT(words(), HasSubstr("3.8 mm too narrow over 250 mm"));
    EXPECT_THAT(words(), HasSubstr("2.5 mm too long over 250 mm"));
    EXPECT_THAT(words(), Not(HasSubstr("mirrored")));

    // Once it is known, what comes out is as it should be.
    Printer known = shippedSimulated().front().printer;
    known.id = printer().id;
    known.name = printer().name;
    window.store().edit(QStringLiteral("test"),
                        [&](Job job) { return withPrinterChanged(std::move(job), piece().id, known); });
    EXPECT_FALSE(find("tray-page")->isVisible()) << "of another job it says nothing";
    click("print-now");
    ASSERT_TRUE(waitFor([&] { return find("tray-page")->isVisible(); }));
    EXPECT_THAT(words(), HasSubstr("as it should be"));
    EXPECT_THAT(words(), Not(HasSubstr("too narrow")));
    click("tray-back");
    EXPECT_TRUE(find("sheets-to-come")->isVisible());
}

TEST_F(PrinterStation, aSheetThatStuckAndOneThatMirroredAreSaid) {
    window.store().edit(QStringLiteral("test"),
                        [&](Job job) { return withCopies(std::move(job), piece().id, 40); });
    ASSERT_TRUE(waitFor(
        [&] { return find<QComboBox>("printers")->findText(QStringLiteral("a simulated inkjet")) >= 0; }));
    find<QComboBox>("printers")->setCurrentText(QStringLiteral("a simulated inkjet"));
    click("print-now");
    ASSERT_TRUE(waitFor([&] { return find("tray-page")->isVisible(); }));
    const auto of = [&](const char* sheet) {
        QString all;
        for (const auto* label : find(sheet)->findChildren<QLabel*>())
            all += label->text() + QLatin1Char('\n');
        return all.replace(QChar(0xA0), QLatin1Char(' ')).toStdString();  // units keep to their figures
    };
    EXPECT_THAT(of("tray-sheet-1"), HasSubstr("the other way round: stop"));
    EXPECT_EQ(window.findChild<QWidget*>(QStringLiteral("tray-common")), nullptr)
        << "not of the one that stuck";
    EXPECT_THAT(of("tray-sheet-2"), HasSubstr("It stuck in the printer"));
    EXPECT_FALSE(find("tray-picture-2")->isVisible());

    // What is wrong with all of them is said once.
    find<QComboBox>("printers")->setCurrentText(QStringLiteral("a simulated laser"));
    QSignalSpy exported(&window.exports(), &app::Exports::ended);
    click("print-now");
    ASSERT_TRUE(waitFor([&] { return exported.count() > 0; }));
    EXPECT_THAT(of("tray-common"), HasSubstr("All of them: 3.8 mm too narrow"));
    EXPECT_THAT(of("tray-sheet-1"), Not(HasSubstr("too narrow")));
    EXPECT_TRUE(find("tray-picture-1")->isVisible());
}

TEST_F(PrinterStation, whatItsDriverIsToldIsShownBeforeEveryPrintAndKept) {
    const auto words = [&] {
        QStringList all;
        for (const QLabel* label : find("print-stage")->findChildren<QLabel*>())
            if (label->isVisible()) all << label->text();
        return all.join(QLatin1Char('\n')).toStdString();
    };
    EXPECT_THAT(words(), HasSubstr("mark an X on a plain sheet"));
    answer("recipe-take",
           {{"recipe-media", "glossy heavy"},
            {"recipe-quality", "finest"},
            {"recipe-tray", "rear feed"},
            {"recipe-said", "ready on Friday"}},
           {{"recipe-face", 2}});
    click("printer-recipe");
    ASSERT_EQ(printer().recipes.size(), 1U);
    EXPECT_EQ(printer().recipes.front().carrier, piece().method->carrier.name);
    EXPECT_EQ(printer().prints_face, PaperFace::down);
    EXPECT_TRUE(waitFor([&] {
        return words().find("media type glossy heavy; quality finest") != std::string::npos;
    })) << words();
    EXPECT_THAT(words(), HasSubstr("with the side to print down"));
    EXPECT_THAT(words(), HasSubstr("They said: ready on Friday"));
    EXPECT_THAT(words(), Not(HasSubstr("mark an X")));
    const auto kept = allKept(keptPrinters());
    ASSERT_EQ(kept.size(), 1U);
    EXPECT_EQ(kept.front().trays.front(), (PrinterTray{"rear feed", PaperFace::down}));
    window.store().undo();
    EXPECT_TRUE(printer().recipes.empty()) << "one step";
}

TEST_F(PrinterStation, itsSwatchesAreSaved) {
    desk().saveSwatches(QString::fromStdString((folder / "swatches.pdf").string()));
    EXPECT_THAT(said(), HasSubstr("Saved: swatches.pdf"));
    EXPECT_THAT(run({"pdftotext", (folder / "swatches.pdf").string(), "-"}).out, HasSubstr("Purplish"));
    desk().saveSwatches(QString::fromStdString((folder / "none" / "swatches.pdf").string()));
    EXPECT_THAT(said(), Not(HasSubstr("Saved")));
}

TEST_F(PrinterStation, ofAHundredThatAreStoppedTheTrayHoldsWhatIsOutAndGoesOn) {
    window.store().edit(QStringLiteral("test"), [&](Job job) {
        job = withCopies(std::move(job), piece().id, 100);
        job = withSize(std::move(job), piece().id, {180, 120});  // one to a sheet
        return job;
    });
    const QString laser = QStringLiteral("a simulated laser");
    ASSERT_TRUE(waitFor([&] { return find<QComboBox>("printers")->findText(laser) >= 0; }));
    find<QComboBox>("printers")->setCurrentText(laser);
    ASSERT_TRUE(waitFor([&] { return window.store().upToDate(); }));
    const int all = static_cast<int>(window.store().imposition()->sheets.size());
    ASSERT_GE(all, 50);
    double fraction = 0;
    QObject::connect(&window.exports(), &app::Exports::progressed, [&](double part) { fraction = part; });
    click("print-now");
    ASSERT_TRUE(waitFor([&] { return fraction > 0.6; }));
    window.exports().stop();
    ASSERT_TRUE(waitFor([&] { return find("tray-page")->isVisible(); }));
    EXPECT_THAT(said(), HasSubstr("Stopped."));
    const auto sheets = [&] {
        int count = 0;
        while (window.findChild<QWidget*>(QStringLiteral("tray-sheet-%1").arg(count + 1))) ++count;
        return count;
    };
    const int out = sheets();
    EXPECT_GT(out, 1);
    EXPECT_LT(out, all);
    EXPECT_THAT(find<QPushButton>("tray-go-on")->text().toStdString(), HasSubstr(std::to_string(out + 1)));
    click("tray-go-on");
    ASSERT_TRUE(waitFor([&] { return !window.exports().running() && sheets() == all - out; })) << sheets();
    EXPECT_FALSE(find("tray-go-on")->isVisible());
}
