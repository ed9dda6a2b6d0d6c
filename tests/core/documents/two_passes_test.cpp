#include "core/job/two_passes.h"

#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/artwork/read_picture.h"
#include "core/base/error.h"
#include "core/documents/whole_print.h"
#include "core/layout/plan_json.h"
#include "core/marks/register_marks.h"
#include "core/object/materials.h"
#include "core/pdf/sheets_pdf.h"
#include "core/printer/registration.h"
#include "core/printer/simulated.h"
#include "core/render/render_region.h"
#include "core/tone/dark_cloth.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

const Rgb8 black_cloth{24, 26, 30};

/// A job of a picture that is printed in two passes for black cotton.
Job twoPasses(const cv::Mat& art, const SizeMm& size) {
    Job job = jobOf(artworkOf(art), size, "two-part-dark-cloth");
    job.objects.front().ground = black_cloth;
    job.printers.front().kind = PrinterKind::white_toner;
    job.printers.front().margins = evenMargins(4);
    return job;
}

/// Bright shapes on black, so that their rims are rims of what is printed.
cv::Mat shapes() {
    cv::Mat art(900, 700, CV_8UC3, cv::Scalar(24, 26, 30));
    cv::circle(art, {200, 250}, 140, {250, 60, 40}, cv::FILLED, cv::LINE_AA);
    cv::rectangle(art, {380, 420}, {640, 820}, {60, 220, 250}, cv::FILLED);
    cv::line(art, {60, 860}, {330, 520}, {250, 240, 60}, 24, cv::LINE_AA);
    return art;
}

/// Both passes through the PDFs and the simulated printer.
TraySheet printedTwice(const Job& job, const SimulatedPrinter& printer, double ppi = 300) {
    const ScratchFolder folder;
    const Imposition sheets = impose(job);
    writeSheets(Language{}, folder / "1.pdf", job, onlyPass(sheets, 1));
    writeSheets(Language{}, folder / "2.pdf", job, onlyPass(sheets, 2));
    const TraySheet first = printedBy(printer, *readPicture(folder / "1.pdf"), 1, ppi);
    return printedAgain(printer, first, *readPicture(folder / "2.pdf"), 1);
}

/// The middle of what is dark (0 to 255) about a place, mm.
PointMm middleOf(const cv::Mat& dark, const PointMm& about, double half_mm, double ppi) {
    const double px = ppi / 25.4;
    const cv::Rect box(cvRound((about.x - half_mm) * px), cvRound((about.y - half_mm) * px),
                       cvRound(2 * half_mm * px), cvRound(2 * half_mm * px));
    const cv::Moments m = cv::moments(dark(box));
    return {(box.x + m.m10 / m.m00 + 0.5) / px, (box.y + m.m01 / m.m00 + 0.5) / px};
}

cv::Mat inkOf(const cv::Mat& picture) {
    cv::Mat grey = picture;
    if (grey.channels() == 3) cv::cvtColor(grey, grey, cv::COLOR_RGB2GRAY);
    return 255 - grey;
}

/// How much brighter than the cloth the face is where nothing of the picture is printed: a halo, in mm².
double haloOf(const TraySheet& sheet) {
    const cv::Mat colour = inkOf(sheet.picture);
    cv::Mat bare = colour<8, seen = sheet.white> 100, halo;
    cv::bitwise_and(bare, seen, halo);
    const double px = sheet.ppi / 25.4;
    return cv::countNonZero(halo) / (px * px);
}

/// The same, but for the crosses.
double haloOfPicture(TraySheet sheet, const Job& job) {
    const Imposition sheets = impose(job);
    const RectMm at = grown(sheets.grid.mm(sheets.sheets.front().regions.front().placed), 3);
    const double px = sheet.ppi / 25.4;
    const cv::Rect box =
        cv::Rect(cvRound(at.x * px), cvRound(at.y * px), cvRound(at.width * px), cvRound(at.height * px)) &
        cv::Rect({}, sheet.picture.size());
    sheet.picture = sheet.picture(box), sheet.white = sheet.white(box);
    return haloOf(sheet);
}

}  // namespace

TEST(TwoPasses, bothLayersOfAPrintPutTogetherAreTheWholeBitForBit) {
    Job job = twoPasses(noise({160, 120}, CV_8UC4), {40, 30});
    for (const Screen::Kind screen : {Screen::Kind::none, Screen::Kind::line, Screen::Kind::round})
        for (const PrintLayer layer : {PrintLayer::colour, PrintLayer::white}) {
            job.pieces.front().tone.screen = {screen, 10, 52.5};
            Print print = printOf(job, job.pieces.front(), 200);
            print.layer = layer;
            ASSERT_EQ(print.mirrored, Mirrored::yes);
            const cv::Mat whole = renderWhole(print);
            EXPECT_EQ(whole.channels(), layer == PrintLayer::white ? 1 : 3);
            const int x = print.size.width / 3, y = print.size.height / 2;
            for (const RectPx& box : {RectPx{0, 0, x, y}, RectPx{x, 0, print.size.width - x, y},
                                      RectPx{x, y, x, print.size.height - y}})
                EXPECT_TRUE(
                    same(renderRegion(print, box), whole(cv::Rect(box.x, box.y, box.width, box.height))));
            print.mirrored = Mirrored::no;
            EXPECT_TRUE(same(renderWhole(print), flipped(whole)));
        }
}

TEST(TwoPasses, noWhiteLiesWhereNoColourIsKeptNorAtThePicturesRim) {
    const Job job = twoPasses(cv::Mat(300, 200, CV_8UC3, cv::Scalar(240, 200, 30)), {50, 75});
    Print print = printOf(job, job.pieces.front(), 254);
    print.layer = PrintLayer::white;
    const cv::Mat white = renderWhole(print);
    const int choke = static_cast<int>(10 * chokeOf(job, job.pieces.front()));
    ASSERT_GT(choke, 3);
    EXPECT_EQ(white.at<uchar>(white.rows / 2, choke - 2), 255) << "bare at the rim";
    EXPECT_EQ(white.at<uchar>(white.rows / 2, choke + 2), 0) << "laid inside";
    EXPECT_EQ(white.at<uchar>(choke - 2, white.cols / 2), 255);
    EXPECT_EQ(white.at<uchar>(white.rows - choke - 3, white.cols / 2), 0);
}

TEST(TwoPasses, sheetsComeOnceForEachPassAndPaperIsCountedOnce) {
    Job job = twoPasses(shapes(), {150, 190});
    job.pieces.front().copies = 3;
    const Imposition sheets = impose(job), all = withPasses(sheets);
    EXPECT_EQ(sheets.sheets.size(), 3U);
    ASSERT_EQ(all.sheets.size(), 6U);
    for (std::size_t i = 0; i < 6; ++i) EXPECT_EQ(all.sheets[i].pass, i < 3 ? 1 : 2);
    EXPECT_EQ(onlyPass(sheets, 2).sheets.size(), 3U);
    EXPECT_THAT(planJson(job, all), testing::HasSubstr("\"pass\": 2"));
    job.printers.front().white_with_colour = true;
    EXPECT_EQ(withPasses(impose(job)).sheets.size(), 3U) << "a machine that lays both in one go";
    EXPECT_EQ(chokeOf(job, job.pieces.front()), 0);
}

TEST(TwoPasses, inOnePictureItIsClearWhereTheClothShows) {
    // For a machine that lays both in one go.
    Job job = twoPasses(shapes(), {70, 90});
    job.printers.front().white_with_colour = true;
    const ScratchFolder folder;
    writeWholePrint(folder / "p.png", printOf(job, job.pieces.front(), 254));
    const cv::Mat one = flipped(load(folder / "p.png"));
    ASSERT_EQ(one.channels(), 4);
    EXPECT_EQ(one.at<cv::Vec4b>(10, 10)[3], 0) << "black is the cloth's";
    EXPECT_EQ(one.at<cv::Vec4b>(250, 200), cv::Vec4b(250, 60, 40, 255));
    EXPECT_EQ(one.at<cv::Vec4b>(600, 500), cv::Vec4b(60, 220, 250, 255));
    EXPECT_EQ(one.at<cv::Vec4b>(600, 381)[3], 255) << "no choke: they cannot miss each other";
}

TEST(TwoPasses, crossesStandInTheWasteAlone) {
    const Job job = twoPasses(shapes(), {150, 190});
    const Imposition sheets = impose(job);
    const RegisterMarks marks = registerMarks(sheets, sheets.sheets.front());
    EXPECT_EQ(marks.at.size(), 4U);
    ASSERT_TRUE(marks.across && marks.down);
    EXPECT_NEAR(*marks.across, 210 - 2 * (4 + 11), 0.2);
    const Job full = twoPasses(shapes(), {200, 280});
    EXPECT_TRUE(registerMarks(impose(full), impose(full).sheets.front()).at.empty()) << "no waste, no cross";
    const Job once = jobOf(picture(), {100, 60}, "opaque-dark-cloth");
    EXPECT_TRUE(registerMarks(impose(once), impose(once).sheets.front()).at.empty());
}

RC_GTEST_PROP(TwoPasses, theSecondIsSentSoThatItLiesOnTheFirst, ()) {
    const auto any = [](int least, int most) { return *rc::gen::inRange(least, most) / 1000.0; };
    Printer printer;
    printer.registration = {
        any(950, 1050), any(950, 1050), any(-3000, 3000), {any(-4000, 4000), any(-4000, 4000)}};
    printer.mirrors = *rc::gen::arbitrary<bool>();
    printer.shrink = SheetShrink{any(980, 1001), any(980, 1001)};
    const SizeMm page = *rc::gen::element(SizeMm{210, 297}, SizeMm{297, 210});
    const PointMm at{*rc::gen::inRange(0, 200) * 1.0, *rc::gen::inRange(0, 200) * 1.0};
    const auto lies = [&](PointMm p) {
        return laidBy(printer.registration, page)(printer.mirrors ? PointMm{page.width - p.x, p.y} : p);
    };
    const PointMm colour = shrunkBy(*printer.shrink, page)(lies(sentFor(printer, page)(at)));
    const PointMm white = lies(sentAgainFor(printer, page)(at));
    RC_ASSERT(std::hypot(colour.x - white.x, colour.y - white.y) < 1e-9);
}

TEST(TwoPasses, fitToAFiftiethOfAMillimetreOnASheetThatShrank) {
    // A printer that scales, is crooked, and whose sheets shrink by 0.7 %; measured, both are made up for.
    SimulatedPrinter does;
    does.printer.kind = PrinterKind::white_toner;
    does.printer.margins = evenMargins(4);
    does.printer.registration = {0.997, 1.004, 0.3, {0.6, -0.4}};
    does.faults.shrink = {0.993, 0.993};
    for (const bool measured : {false, true}) {
        Job job = twoPasses(shapes(), {150, 190});
        job.printers.front().registration = does.printer.registration;
        if (measured) job.printers.front().shrink = does.faults.shrink;
        const TraySheet sheet = printedTwice(job, does, measured ? tray_ppi : 200);
        ASSERT_EQ(sheet.white.size(), sheet.picture.size());
        const cv::Mat colour = inkOf(sheet.picture);
        const Imposition sheets = impose(job);
        double worst = 0;
        for (const PointMm& cross : registerMarks(sheets, sheets.sheets.front()).at) {
            const PointMm about{cross.x * 0.993, cross.y * 0.993};
            const PointMm a = middleOf(colour, about, 4.9, sheet.ppi),
                          b = middleOf(sheet.white, about, 4.9, sheet.ppi);
            worst = std::max(worst, std::hypot(a.x - b.x, a.y - b.y));
        }
        if (measured)
            EXPECT_LT(worst, 0.05);
        else
            EXPECT_GT(worst, 0.5) << "else it proves nothing";
    }
}

TEST(TwoPasses, noWhiteShowsWhereTheSecondLiesAThirdOfAMillimetreBeside) {
    SimulatedPrinter does;
    does.printer.margins = evenMargins(4);
    does.faults.shrink = {0.993, 0.993};
    Job job = twoPasses(shapes(), {100, 128});
    job.printers.front().shrink = does.faults.shrink;
    // As though the sheet had been fed 0.3 mm aside the second time.
    job.printers.front().white_beside = {0.3 * 0.6, 0.3 * 0.8};
    EXPECT_EQ(haloOfPicture(printedTwice(job, does), job), 0) << proposedChoke(job, job.pieces.front());
    job.pieces.front().tone.dark_cloth.choke_mm = 0;
    EXPECT_GT(haloOfPicture(printedTwice(job, does), job), 10) << "without it, a rim of white";
}

TEST(TwoPasses, whatIsProposedGrowsWithWhatIsNotKnown) {
    Job job = twoPasses(shapes(), {150, 190});
    const Piece& piece = job.pieces.front();
    const double unknown = proposedChoke(job, piece);
    EXPECT_FALSE(passesApart(job, piece).measured);
    job.printers.front().shrink = SheetShrink{0.993, 0.993};
    EXPECT_LT(proposedChoke(job, piece), unknown);
    EXPECT_GE(proposedChoke(job, piece), 0.3);
    EXPECT_LE(unknown, most_proposed_choke_mm);
    job.pieces.front().tone.dark_cloth.choke_mm = 0.12;
    EXPECT_EQ(chokeOf(job, piece), 0.12) << "the maker's own";
    EXPECT_EQ(passesApart(jobOf(picture(), {50, 30}), jobOf(picture(), {50, 30}).pieces.front()).all(), 0);
}
