// How a printer lays what it is sent, at the Print station.
#include <QCheckBox>
#include <QLabel>
#include <QTimer>
#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>

#include "app/stations/print/print_tray.h"
#include "app/stations/print/printer_desk.h"
#include "core/artwork/read_picture.h"
#include "core/printer/printer_json.h"
#include "core/printer/simulated.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

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

/// Fills in the dialog that is about to open, and takes it.
void answerRuler(const std::map<const char*, const char*>& answers) {
    QTimer::singleShot(0, [answers] {
        QWidget* dialog = QApplication::activeModalWidget();
        ASSERT_NE(dialog, nullptr);
        for (const auto& [name, text] : answers) {
            auto* edit = dialog->findChild<QLineEdit*>(QLatin1String(name));
            edit->selectAll();
            QTest::keyClicks(edit, QLatin1String(text));
            emit edit->editingFinished();  // no window manager here moves the focus on
        }
        QTest::mouseClick(dialog->findChild<QPushButton*>(QStringLiteral("ruler-take")), Qt::LeftButton);
    });
}

}  // namespace

TEST_F(PrinterStation, aScanOfItsPageIsReckonedWithAndKept) {
    EXPECT_THAT(known(), HasSubstr("Not measured yet"));
    const QString page = QString::fromStdString((folder / "page.pdf").string());
    desk().saveSheet(page);
    EXPECT_THAT(said(), HasSubstr("Saved: page.pdf"));
    SimulatedPrinter fresh;
    fresh.printer.registration = {0.985, 1.01, 0.4, {1.2, -0.8}};
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
    EXPECT_EQ(allKept(keptPrinters()).size(), 1U);
    EXPECT_FALSE(find("printer-kept")->isVisible()) << "the job goes by it already";

    window.store().undo();
    EXPECT_TRUE(printer().registration.exact()) << "one step";
    EXPECT_TRUE(find("printer-kept")->isVisible());
    click("printer-kept");
    EXPECT_NEAR(printer().registration.skew_deg, 0.4, 0.02);
}

TEST_F(PrinterStation, measuresOfARulerAreTaken) {
    answerRuler({{"ruler-across", "148.5 mm"}, {"ruler-left-bottom", "28.8 mm"}});
    click("printer-ruler");
    EXPECT_NEAR(printer().registration.scale_x, 0.99, 1e-9);
    EXPECT_GT(printer().registration.skew_deg, 0.25);
    EXPECT_THAT(known(), HasSubstr("1 % narrower"));
    answerRuler({{"ruler-across", "15 mm"}});
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
