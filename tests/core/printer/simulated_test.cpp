#include "core/printer/simulated.h"

#include <nlohmann/json.hpp>
#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>

#include "core/artwork/read_picture.h"
#include "core/base/error.h"
#include "core/printer/tray_check.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// Two pages of 100 x 150 mm, each with a black box of 20 x 10 mm, its upper left corner at (30, 40), the
/// second one lying.
void writeDocument(const std::filesystem::path& file) {
    const auto page = [](int width_mm, int height_mm) {
        const double pt = 72 / 25.4;
        const std::string content = "0 g " + std::to_string(30 * pt) + " " +
                                    std::to_string((height_mm - 50) * pt) + " " + std::to_string(20 * pt) +
                                    " " + std::to_string(10 * pt) + " re f";
        return std::pair{
            "/MediaBox [0 0 " + std::to_string(width_mm * pt) + " " + std::to_string(height_mm * pt) + "]",
            "<< /Length " + std::to_string(content.size()) + " >> stream\n" + content + "\nendstream"};
    };
    const auto one = page(100, 150), two = page(150, 100);
    write(file,
          "%PDF-1.4\n1 0 obj << /Type /Catalog /Pages 2 0 R >> endobj\n"
          "2 0 obj << /Type /Pages /Kids [3 0 R 5 0 R] /Count 2 >> endobj\n"
          "3 0 obj << /Type /Page /Parent 2 0 R " +
              one.first + " /Contents 4 0 R >> endobj\n4 0 obj " + one.second +
              " endobj\n5 0 obj << /Type /Page /Parent 2 0 R " + two.first +
              " /Contents 6 0 R >> endobj\n6 0 obj " + two.second +
              " endobj\ntrailer << /Root 1 0 R >>\n%%EOF\n");
}

/// Where the box lies, mm.
RectMm boxIn(const TraySheet& sheet) {
    cv::Mat grey = sheet.picture.clone();
    if (grey.channels() == 3) cv::cvtColor(grey, grey, cv::COLOR_RGB2GRAY);
    cv::Mat dark;
    cv::threshold(grey, dark, 127, 255, cv::THRESH_BINARY_INV);
    const cv::Rect box = cv::boundingRect(dark);
    const double mm = 25.4 / sheet.ppi;
    return {box.x * mm, box.y * mm, box.width * mm, box.height * mm};
}

class Simulated : public testing::Test {
  protected:
    Simulated() {
        writeDocument(folder_ / "d.pdf");
        document_ = readPicture(folder_ / "d.pdf");
        printer_.printer.margins = evenMargins(0);
    }
    RectMm box(int page = 1) const { return boxIn(printedBy(printer_, *document_, page, 300)); }
    static void expect(const RectMm& a, const RectMm& b) {
        EXPECT_NEAR(a.x, b.x, 0.15);
        EXPECT_NEAR(a.y, b.y, 0.15);
        EXPECT_NEAR(a.width, b.width, 0.2);
        EXPECT_NEAR(a.height, b.height, 0.2);
    }
    ScratchFolder folder_;
    ArtworkPtr document_;
    SimulatedPrinter printer_;
};

}  // namespace

TEST_F(Simulated, anExactOneLaysWhatItIsSent) {
    expect(box(), {30, 40, 20, 10});
    expect(box(2), {30, 40, 20, 10});
}

TEST_F(Simulated, scalesAndShifts) {
    printer_.printer.registration = {0.9, 1.1, 0, {2, 3}};
    expect(box(), {29, 47, 18, 11});
    // Lying, it is fed turned: what is across goes the long way.
    printer_.printer.registration = {0.9, 1.1, 0, {0, 0}};
    const RectMm lying = box(2);
    EXPECT_NEAR(lying.width, 22, 0.2);
    EXPECT_NEAR(lying.height, 9, 0.2);
}

TEST_F(Simulated, mirrorsAndClips) {
    printer_.printer.mirrors = true;
    expect(box(), {50, 40, 20, 10});
    printer_.printer.margins = {0, 45, 35, 0};
    expect(box(), {50, 45, 15, 5});
}

TEST_F(Simulated, shrinksTheSheetWithHeat) {
    printer_.faults.shrink = {0.9, 0.95};
    const TraySheet sheet = printedBy(printer_, *document_, 1, 300);
    EXPECT_NEAR(sheet.paper.width, 90, 0.1);
    EXPECT_NEAR(sheet.paper.height, 142.5, 0.1);
    expect(boxIn(sheet), {27, 38, 18, 9.5});
}

TEST_F(Simulated, laysDownNoMoreThanItsCurve) {
    printer_.printer.curve = {{0, 0}, {1, 0.6}};
    const TraySheet sheet = printedBy(printer_, *document_, 1, 300);
    double least = 0;
    cv::minMaxLoc(sheet.picture.reshape(1), &least, nullptr);
    EXPECT_NEAR(least, 255 * 0.4, 2);
}

TEST_F(Simulated, theTraySaysWhatLiesInIt) {
    printer_.faults.jams = {1};
    printer_.printer.name = "a friend's";
    printer_.printer.prints_face = PaperFace::down;
    EXPECT_EQ(printInto(folder_ / "tray", printer_, folder_ / "d.pdf"), 1);
    const auto tray = nlohmann::json::parse(contentOf(folder_ / "tray" / "tray.json"));
    EXPECT_EQ(tray["printer"], "a friend's");
    ASSERT_EQ(tray["sheets"].size(), 2U);
    EXPECT_EQ(tray["sheets"][0]["jammed"], true);
    EXPECT_FALSE(tray["sheets"][0].contains("picture"));
    EXPECT_EQ(tray["sheets"][1]["printed_face"], "down");
    const ArtworkPtr picture = readPicture(folder_ / "tray" / "sheet-02.png");
    EXPECT_NEAR(*picture->stored_ppi, 600, 0.5);
    EXPECT_NEAR(picture->size.width, 150 / 25.4 * 600, 1);
}

TEST_F(Simulated, tissueThatOverhangsItsSheetSticks) {
    for (const auto& [tissue, sticks] :
         {std::pair{SizeMm{98, 148}, false}, {{100, 150}, false}, {{104, 148}, true}, {{98, 153}, true}}) {
        printer_.faults.tissue = tissue;
        for (const int page : {1, 2}) {  // the second lies
            const TraySheet sheet = printedBy(printer_, *document_, page, 100);
            EXPECT_EQ(sheet.jammed, sticks) << tissue.width << " x " << tissue.height << " on page " << page;
            EXPECT_EQ(sheet.overhangs, sticks);
            const auto faults = trayFaults(sheet, printer_, printer_.printer);
            if (sticks)
                EXPECT_EQ(faults, (std::vector<TrayFault>{{TrayFault::Kind::overhangs, 0}}));
            else
                EXPECT_TRUE(faults.empty());
        }
    }
    write(folder_ / "p.json", R"({"schema": "tympan-printer-1", "kind": "inkjet",
                                  "faults": {"tissue_mm": [120, 140]}})");
    EXPECT_EQ(readSimulated(folder_ / "p.json").faults.tissue, (SizeMm{120, 140}));
    EXPECT_EQ(printInto(folder_ / "tray", readSimulated(folder_ / "p.json"), folder_ / "d.pdf"), 0);
    EXPECT_EQ(nlohmann::json::parse(contentOf(folder_ / "tray" / "tray.json"))["sheets"][1]["overhangs"],
              true);
    write(folder_ / "q.json", R"({"schema": "tympan-printer-1", "kind": "inkjet",
                                  "faults": {"tissue_mm": [120]}})");
    EXPECT_THROW(readSimulated(folder_ / "q.json"), Error);
}

TEST_F(Simulated, whatIsNoDocumentIsSaid) {
    write(folder_ / "d.svg", "<svg xmlns='http://www.w3.org/2000/svg' width='9mm' height='9mm'/>");
    EXPECT_THROW(printInto(folder_ / "tray", printer_, folder_ / "d.svg"), Error);
    write(folder_ / "p.json", R"({"schema": "tympan-printer-1", "kind": "laser", "faults": {"jams": [0]}})");
    EXPECT_THROW(readSimulated(folder_ / "p.json"), Error);
}
