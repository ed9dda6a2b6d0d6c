// What goes out to a printer whose greys were measured, and what then lies in the tray.
#include "core/render/sent_ink.h"

#include <gtest/gtest.h>

#include "core/artwork/read_picture.h"
#include "core/documents/whole_print.h"
#include "core/job/edits.h"
#include "core/layout/imposition.h"
#include "core/pdf/sheets_pdf.h"
#include "core/printer/simulated.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

const DeviceCurve darker{{0, 0}, {0.25, 0.4}, {0.5, 0.66}, {0.75, 0.82}, {1, 0.9}};
constexpr double greys[] = {0.1, 0.25, 0.4, 0.5, 0.6, 0.75, 0.9, 1};

/// Bars of grey, ten millimetres each, printed as they are.
Job bars() {
    cv::Mat art(300, 100 * static_cast<int>(std::size(greys)), CV_8UC1);
    for (std::size_t i = 0; i < std::size(greys); ++i)
        art.colRange(static_cast<int>(i) * 100, static_cast<int>(i + 1) * 100) =
            cv::Scalar(255 * (1 - greys[i]));
    Job job = jobOf(artworkOf(art), {80, 30}, "opaque-dark-cloth");  // not turned over
    job.pieces.front().tone.ink = Tone::InkChoice::grey;
    job.pieces.front().tone.contrast.kind = Contrast::Kind::none;
    job.sheets.ppi = 254;
    return job;
}

/// How dark each bar lies in the tray of a printer that does this to greys.
std::vector<double> laidBy(const DeviceCurve& does, const Job& job) {
    const ScratchFolder folder;
    const Imposition imposition = impose(job);
    writeSheets(Language{}, folder / "s.pdf", job, imposition);
    SimulatedPrinter printer;
    printer.printer.curve = does;
    const cv::Mat tray = printedBy(printer, *readPicture(folder / "s.pdf"), 1, 254).picture;
    const RectPx& at = imposition.sheets.front().regions.front().placed;
    std::vector<double> laid;
    for (std::size_t i = 0; i < std::size(greys); ++i)
        laid.push_back(1 - cv::mean(tray(cv::Rect(at.x + static_cast<int>(i) * 100 + 20, at.y + 20, 60,
                                                  at.height - 40)))[0] /
                               255);
    return laid;
}

}  // namespace

TEST(SentInk, greysLieAsTheyWereWantedOnceThePrinterIsKnown) {
    Job job = bars();
    const std::vector<double> before = laidBy(darker, job);
    job.printers.front().curve = darker;
    const std::vector<double> after = laidBy(darker, job);
    double worst = 0;
    for (std::size_t i = 0; i < std::size(greys); ++i) {
        EXPECT_NEAR(after[i], greys[i] * 0.9, 0.012) << greys[i];
        worst = std::max(worst, std::abs(before[i] - greys[i] * 0.9));
    }
    EXPECT_GT(worst, 0.15) << "else it proves nothing";
}

TEST(SentInk, whatIsLookedAtStaysAsItIsWanted) {
    Job job = bars();
    const Print before = printOf(job, job.pieces.front(), 100);
    job.printers.front().curve = darker;
    const Print after = printOf(job, job.pieces.front(), 100);
    EXPECT_EQ(keyOf("print", before), keyOf("print", after));
}

TEST(SentInk, solidShapesColoursAndWhatAStripToldGoOutAsTheyAre) {
    Job job = bars();
    job.printers.front().curve = darker;
    Piece& piece = job.pieces.front();
    const auto levels = [&] { return sentLevels(job, piece, printOf(job, piece, 100)).has_value(); };
    EXPECT_TRUE(levels());
    piece.tone.screen.kind = Screen::Kind::line;
    EXPECT_FALSE(levels());
    piece.tone.screen.kind = Screen::Kind::none;
    piece.tone.ink = Tone::InkChoice::colour;
    EXPECT_FALSE(levels());
    piece.tone.ink = Tone::InkChoice::grey;
    MeasuredTransfer strip;
    strip.printer = printerOf(job, piece).name;
    strip.method = piece.method->id;
    strip.material = objectOf(job, piece).material.id;
    piece.measured = strip;
    EXPECT_TRUE(levels()) << "it was read for its lines alone";
    piece.measured->curve = {"", {0, 1}, {0, 0.8}, Basis::measured};
    EXPECT_FALSE(levels());
    piece.measured->printer = "another";
    EXPECT_TRUE(levels());
}

TEST(SentInk, aPictureForAPrinterIsSavedAsTheSheetsAreSent) {
    Job job = bars();
    job.printers.front().curve = darker;
    const Piece& piece = job.pieces.front();
    const Print print = printOf(job, piece, 254);
    const ScratchFolder folder;
    writeWholePrint(folder / "w.png", print, {}, sentLevels(job, piece, print));
    const ArtworkPtr saved = readPicture(folder / "w.png");
    const cv::Mat pixels = saved->reduced;
    const GreyLevels levels = sentLevels(darker);
    const double middle =
        pixels.ptr<std::uint8_t>(pixels.rows / 2)[pixels.cols * 35 / 80 * pixels.channels()];
    EXPECT_NEAR(middle, levels[128], 2);
}
