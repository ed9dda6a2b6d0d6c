#include "core/printer/tray_check.h"

#include <gmock/gmock.h>

using namespace tympan;
using testing::ElementsAre;
using testing::Field;
using testing::IsEmpty;
using Kind = TrayFault::Kind;

namespace {

TraySheet sheet(SizeMm paper = {210, 297}) {
    TraySheet sheet;
    sheet.paper = paper;
    return sheet;
}

auto of(Kind kind) { return Field(&TrayFault::kind, kind); }

}  // namespace

TEST(TrayCheck, aPrinterThatIsKnownPrintsAsItShould) {
    for (const SimulatedPrinter& printer : shippedSimulated())
        for (const SizeMm& paper : {SizeMm{210, 297}, SizeMm{297, 210}}) {
            EXPECT_THAT(trayFaults(sheet(paper), printer, printer.printer), IsEmpty())
                << printer.printer.name;
            if (printer.printer.registration.exact()) continue;
            EXPECT_FALSE(trayFaults(sheet(paper), printer, Printer{}).empty())
                << "and one that is not does not";
        }
}

TEST(TrayCheck, aWhiteThatMissesTheColourIsTold) {
    SimulatedPrinter did;
    did.faults.shrink = {0.993, 0.99};
    for (const bool lying : {false, true}) {
        const SizeMm page = lying ? SizeMm{297, 210} : SizeMm{210, 297};
        TraySheet twice = sheet(lying ? SizeMm{297 * 0.99, 210 * 0.993} : SizeMm{210 * 0.993, 297 * 0.99});
        twice.white = cv::Mat(2, 2, CV_8UC1, cv::Scalar(0));
        // Fed against the upright sheet's left and upper edge: of one that lies, its lower and left one.
        twice.laid = lying ? Affine{0.99, 0, 0, 0.993, 0, 0} : Affine{0.993, 0, 0, 0.99, 0, 0};
        twice.white_laid = lying ? Affine{1, 0, 0, 1, 0, 210 * 0.993 - 210} : Affine{};
        Printer known;
        const auto faults = trayFaults(twice, did, known);
        ASSERT_THAT(faults, ElementsAre(of(Kind::white_beside)));
        EXPECT_NEAR(faults.front().mm, std::hypot(210 * 0.007, 297 * 0.01), 0.05);
        known.shrink = did.faults.shrink;
        EXPECT_THAT(trayFaults(twice, did, known), IsEmpty()) << page.width;
    }
}

TEST(TrayCheck, sizeAndTurnAreToldOverASheet) {
    SimulatedPrinter did;
    did.printer.registration = {0.99, 1.02, 0.5, {0, 0}};
    const auto faults = trayFaults(sheet(), did, {});
    ASSERT_THAT(faults, ElementsAre(of(Kind::width), of(Kind::height), of(Kind::crooked), of(Kind::beside)));
    EXPECT_NEAR(faults[0].mm, -2.5, 1e-6);
    EXPECT_NEAR(faults[1].mm, 5, 1e-6);
    EXPECT_NEAR(faults[2].mm, 2.18, 0.01);
    did.printer.registration = {1.001, 1, 0.1, {0.1, 0}};
    EXPECT_THAT(trayFaults(sheet(), did, {}), IsEmpty()) << "nobody sees that";
}

TEST(TrayCheck, marginsOfOneThatMirrorsAreThoseOfThePaper) {
    SimulatedPrinter did;
    did.printer.mirrors = true;
    did.printer.margins = {3, 4, 9, 5};
    EXPECT_THAT(trayFaults(sheet(), did, did.printer), IsEmpty());
}

TEST(TrayCheck, whatStopsTheWorkComesFirst) {
    SimulatedPrinter did;
    did.printer.mirrors = true;
    did.printer.registration.scale_x = 0.9;
    EXPECT_THAT(trayFaults(sheet(), did, {}).front(), of(Kind::mirrored));
    TraySheet stuck = sheet();
    stuck.jammed = true;
    EXPECT_THAT(trayFaults(stuck, did, {}), ElementsAre(of(Kind::jammed)));
}

TEST(TrayCheck, marginsAndFacesAreComparedWithWhatWasKnown) {
    SimulatedPrinter did;
    did.printer.margins = {5, 5, 5, 12.7};
    ASSERT_THAT(trayFaults(sheet(), did, {}), ElementsAre(of(Kind::cut_off)));
    EXPECT_NEAR(trayFaults(sheet(), did, {}).front().mm, 7.7, 1e-9);
    Printer known = did.printer;
    EXPECT_THAT(trayFaults(sheet(), did, known), IsEmpty());
    did.printer.prints_face = PaperFace::down;
    EXPECT_THAT(trayFaults(sheet(), did, known), IsEmpty()) << "nobody expected either";
    known.prints_face = PaperFace::up;
    EXPECT_THAT(trayFaults(sheet(), did, known), ElementsAre(of(Kind::other_face)));
}
