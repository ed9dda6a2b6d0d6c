#include <nlohmann/json.hpp>
#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/artwork/read_picture.h"
#include "core/artwork/write_picture.h"
#include "core/base/error.h"
#include "core/base/random.h"
#include "core/job/edits.h"
#include "core/pdf/pdf_file.h"
#include "core/pdf/sheets_pdf.h"
#include "core/printer/paper.h"
#include "core/printer/printer_json.h"
#include "core/printer/registration.h"
#include "core/printer/simulated.h"
#include "core/readings/calibration_layout.h"
#include "core/readings/calibration_reading.h"
#include "core/readings/calibration_sheet.h"
#include "core/readings/strip_reading.h"
#include "tests/support/camera.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

const SizeMm a4{210, 297};

Printer printerWith(Registration registration, PageMargins margins = {4, 5, 6, 8}) {
    Printer printer;
    printer.name = "the laser printer";
    printer.margins = margins;
    printer.registration = registration;
    return printer;
}

/// The sheet as a printer makes it, CV_8UC3.
cv::Mat printedSheet(const Printer& printer, double ppi = 300) {
    const ScratchFolder folder;
    writeCalibration(Language{}, folder / "c.pdf", printer.name, paperNamed("A4"), 0);
    return printedBy({printer, {}}, *readPicture(folder / "c.pdf"), 1, ppi).picture;
}

/// As a JPEG keeps it.
cv::Mat kept(const cv::Mat& picture) {
    const std::string bytes = jpegOf(picture, 80);
    return photographIn(*readPicture(std::vector<unsigned char>(bytes.begin(), bytes.end()), "photo.jpg"));
}

/// As a scanner sees it: turned a little on dark ground, JPEG.
cv::Mat scanOf(const cv::Mat& sheet, double turn_deg, unsigned seed) {
    const double radians = turn_deg * CV_PI / 180;
    const cv::Size size(sheet.cols * 115 / 100, sheet.rows * 112 / 100);
    const double c = std::cos(radians), s = std::sin(radians);
    const double cx = size.width / 2.0, cy = size.height / 2.0, w = sheet.cols / 2.0, h = sheet.rows / 2.0;
    const cv::Matx23d matrix{c, -s, cx - c * w + s * h, s, c, cy - s * w - c * h};
    cv::Mat scan, noise(size, CV_16SC3);
    cv::warpAffine(sheet, scan, matrix, size, cv::INTER_AREA, cv::BORDER_CONSTANT, cv::Scalar(52, 50, 49));
    cv::RNG random(seed);
    random.fill(noise, cv::RNG::NORMAL, 0, 4);
    cv::add(scan, noise, scan, cv::noArray(), CV_8U);
    return kept(scan);
}

struct Wrong {
    double scale = 0, skew = 0, margin = 0, grey = 0;
};

/// A page has whole pixels: the sheet's picture is by up to half of one longer or shorter than the paper.
Wrong between(const Calibration& found, const Printer& is, double ppi = 300) {
    const Registration& a = found.registration;
    Registration b = is.registration;
    const auto stretched = [&](double mm) { return mm / (std::round(mm / 25.4 * ppi) * 25.4 / ppi); };
    b.scale_x *= stretched(a4.width), b.scale_y *= stretched(a4.height);
    double grey = 0;
    for (const auto& [asked, laid] : found.curve)
        grey = std::max(grey, std::abs(laid - laidFor(is.curve, asked)));
    const PageMargins &m = found.margins, &n = is.margins;
    return {std::max(std::abs(a.scale_x - b.scale_x), std::abs(a.scale_y - b.scale_y)),
            std::abs(a.skew_deg - b.skew_deg),
            std::max({std::abs(m.left - n.left), std::abs(m.top - n.top), std::abs(m.right - n.right),
                      std::abs(m.bottom - n.bottom)}),
            grey};
}

}  // namespace

TEST(Calibration, scansAndPhotographsTellScaleSkewAndMargins) {
    // Forty for the whole; a few with every run.
    const char* asked = std::getenv("TYMPAN_CALIBRATIONS");
    const unsigned count = asked ? static_cast<unsigned>(std::stoul(asked)) : 4;
    Wrong worst;
    for (unsigned i = 0; i < count; ++i) {
        Random random(i + 1);
        const Printer printer = printerWith({random.between(0.98, 1.01),
                                             random.between(0.985, 1.012),
                                             random.between(-3, 3) * (i % 4 == 3 ? 1 : 0.3),
                                             {random.between(-1.5, 3), random.between(-1.5, 1.5)}},
                                            {9, 9, 9, 9});
        SCOPED_TRACE(i);
        const cv::Mat sheet = printedSheet(printer);
        cv::Mat photo;
        if (i % 2 == 0) {
            photo = scanOf(sheet, random.between(-2, 2), i + 1);
        } else {
            Camera camera;
            camera.wide_mm = a4.height;  // lying in a picture that is wider than high
            camera.fill = 0.8;
            camera.width_px = 3600;
            camera.away_mm = 600;
            camera.tilt_deg = random.between(0, 10);
            camera.tilt_towards_deg = random.between(0, 360);
            camera.turn_deg = 90 + random.between(-4, 4);
            camera.seed = i;
            cv::Mat rgb = sheet;
            if (rgb.channels() == 1) cv::cvtColor(rgb, rgb, cv::COLOR_GRAY2RGB);
            photo = kept(photographOf(rgb, a4, camera));
        }
        const Calibration found = readCalibration(photo, "scan", a4);
        const Wrong wrong = between(found, printer);
        if (asked)
            std::printf("%u %s scale %.5f skew %.4f margin %.2f left over %.3f grey %.3f of %zu\n", i,
                        i % 2 ? "photo" : "scan", wrong.scale, wrong.skew, wrong.margin, found.left_over_mm,
                        wrong.grey, found.curve.size());
        worst.scale = std::max(worst.scale, wrong.scale);
        worst.skew = std::max(worst.skew, wrong.skew);
        worst.margin = std::max(worst.margin, wrong.margin);
        worst.grey = std::max(worst.grey, wrong.grey);
        EXPECT_FALSE(found.mirrors);
    }
    EXPECT_LT(worst.grey, 0.04);
    EXPECT_LT(worst.scale, 0.0002);
    EXPECT_LT(worst.skew, 0.02);
    EXPECT_LT(worst.margin, 0.2);
}

TEST(Calibration, aSheetThatCameOutMirroredSaysSo) {
    Printer printer = printerWith({0.99, 1.005, 0.5, {1, -1}}, {5, 5, 9, 5});
    printer.mirrors = true;
    const Calibration found = readCalibration(scanOf(printedSheet(printer), 1, 3), "scan", a4);
    EXPECT_TRUE(found.mirrors);
    const Wrong wrong = between(found, printer);
    EXPECT_LT(wrong.scale, 0.0002);
    EXPECT_LT(wrong.skew, 0.02);
    EXPECT_LT(wrong.margin, 0.25) << "left is what is left on the paper";
    EXPECT_NEAR(found.registration.offset.x, 1, 0.06);
    EXPECT_NEAR(found.registration.offset.y, -1, 0.06);
}

TEST(Calibration, greysAreReadAsTheyCameOut) {
    Printer printer = printerWith({0.99, 1.005, 0.5, {1, -1}});
    printer.curve = {{0, 0}, {0.3, 0.45}, {0.6, 0.78}, {1, 0.92}};
    const cv::Mat sheet = printedSheet(printer);
    for (const bool dim : {false, true}) {
        cv::Mat scan = scanOf(sheet, 1.2, 7);
        if (dim) {
            // A third of the light is gone at its lower end.
            for (int y = 0; y < scan.rows; ++y) scan.row(y) *= 1 - 0.15 * y / scan.rows;
        }
        const Calibration read = readCalibration(scan, "scan", a4);
        const DeviceCurve& found = read.curve;
        ASSERT_EQ(found.size(), 11U) << "bare paper and ten greys";
        for (const auto& [asked, laid] : found)
            EXPECT_NEAR(laid, laidFor(printer.curve, asked), 0.02) << asked << (dim ? " dim" : "");
        EXPECT_EQ(calibrated(printerWith({}), read).curve, found);
    }
}

TEST(Calibration, greysThatCannotBeToldLeaveWhatWasKnown) {
    // An older sheet, without greys; and a shadow over one of their two rows.
    const cv::Mat sheet = printedSheet(printerWith({}));
    const double px = sheet.cols / a4.width;
    const auto boxOf = [&](const RectMm& at) {
        return cv::Rect(cvRound(at.x * px) - 3, cvRound(at.y * px) - 3, cvRound(at.width * px) + 6,
                        cvRound(at.height * px) + 6);
    };
    cv::Mat bare = sheet.clone(), shaded = sheet.clone();
    const CalibrationLayout layout = calibrationLayout(a4);
    for (std::size_t i = 0; i < layout.greys.size(); ++i) {
        bare(boxOf(layout.greys[i].at)) = cv::Scalar::all(255);
        if (i < layout.greys.size() / 2) shaded(boxOf(layout.greys[i].at)) *= 0.8;
    }
    for (const cv::Mat& seen : {bare, shaded}) {
        const Calibration found = readCalibration(scanOf(seen, 0.6, 2), "scan", a4);
        EXPECT_TRUE(found.curve.empty());
        EXPECT_NEAR(found.registration.scale_x, 1, 0.001) << "all else is read";
        Printer known;
        known.curve = {{0.5, 0.7}};
        EXPECT_EQ(calibrated(known, found).curve, known.curve);
    }
}

TEST(Calibration, greysLieClearOfAllElseOnEveryPaper) {
    for (const char* name : {"A4", "A3", "Letter", "140x200"}) {
        const CalibrationLayout layout = calibrationLayout(paperNamed(name).size);
        for (const GreyPatch& grey : layout.greys)
            for (const Mark& mark : calibrationMarks(Language{}, layout)) {
                const RectMm other = extent(mark);
                const auto* shape = std::get_if<FilledShape>(&mark);
                const auto same = [](double a, double b) { return std::abs(a - b) < 1e-9; };
                const bool itself =
                    (same(other.x, grey.at.x) && same(other.y, grey.at.y)) || (shape && shape->grey > 0);
                for (const RectMm& mine : {grey.at, grey.above, grey.below})
                    EXPECT_TRUE(itself || other.x >= mine.right() || other.right() <= mine.x ||
                                other.y >= mine.bottom() || other.bottom() <= mine.y)
                        << name << " " << grey.printed << " at " << other.x << ", " << other.y;
            }
    }
}

TEST(Calibration, whatIsNotToBeSeenIsSaid) {
    const cv::Mat sheet = printedSheet(printerWith({}));
    const auto said = [](const cv::Mat& picture) -> std::string {
        try {
            readCalibration(picture, "scan.png", a4);
        } catch (const Error& error) {
            return error.what();
        }
        return "";
    };
    EXPECT_THAT(said(sheet), testing::HasSubstr("edge of the paper is not to be told"));
    EXPECT_THAT(said(cv::Mat(900, 700, CV_8UC3, cv::Scalar::all(200))),
                testing::HasSubstr("four round corner marks"));
    EXPECT_THAT(said(sheet.rowRange(0, sheet.rows / 2)), testing::HasSubstr("scan.png: "));
}

TEST(Calibration, aRulerTellsTheSame) {
    const CalibrationLayout layout = calibrationLayout(a4);
    const Printer printer = printerWith({0.985, 1.01, 0.4, {1.2, -0.8}});
    const Affine laid = laidBy(printer.registration, a4);
    const auto nearest = [](double mm) { return std::round(mm * 2) / 2; };  // half millimetres are seen
    const PointMm zero = laid(layout.zero), down = laid({layout.zero.x, layout.zero.y + layout.down_mm});
    const PointMm across = laid({layout.zero.x + layout.across_mm, layout.zero.y});
    const RulerMeasures measures{nearest(std::hypot(across.x - zero.x, across.y - zero.y)),
                                 nearest(std::hypot(down.x - zero.x, down.y - zero.y)),
                                 nearest(zero.x),
                                 nearest(down.x),
                                 nearest(zero.y),
                                 {},
                                 false};
    const Registration found = calibrationBy(measures, a4).registration;
    // Nobody measures better than 0.3 mm that way: so far may it lie off over 250 mm.
    EXPECT_NEAR(found.scale_x * 250, 0.985 * 250, 0.45);
    EXPECT_NEAR(found.scale_y * 250, 1.01 * 250, 0.3);
    EXPECT_NEAR(found.skew_deg, 0.4, 0.1);
    EXPECT_THROW(calibrationBy({300, 230, 30, 30, 30, {}, false}, a4), Error);
}

RC_GTEST_PROP(Calibration, whatARulerMeasuresExactlyIsFoundExactly, ()) {
    const auto any = [](int least, int most) { return *rc::gen::inRange(least, most) / 1000.0; };
    const Registration is{
        any(900, 1100), any(900, 1100), any(-3000, 3000), {any(-5000, 5000), any(-5000, 5000)}};
    const CalibrationLayout layout = calibrationLayout(a4);
    const Affine laid = laidBy(is, a4);
    const PointMm zero = laid(layout.zero), down = laid({layout.zero.x, layout.zero.y + layout.down_mm});
    const Registration found =
        calibrationBy(
            {layout.across_mm * is.scale_x, layout.down_mm * is.scale_y, zero.x, down.x, zero.y, {}, false},
            a4)
            .registration;
    RC_ASSERT(std::abs(found.scale_x - is.scale_x) < 1e-9);
    RC_ASSERT(std::abs(found.skew_deg - is.skew_deg) < 1e-9);
    RC_ASSERT(std::hypot(found.offset.x - is.offset.x, found.offset.y - is.offset.y) < 1e-9);
}

TEST(Calibration, closesOnItself) {
    // A fresh printer: calibrated once, by what came out of it, it prints true to a tenth of a millimetre.
    const Printer fresh = printerWith({0.985, 1.01, 0.4, {1.2, -0.8}});
    const ScratchFolder folder;
    writeCalibration(Language{}, folder / "c.pdf", "fresh", paperNamed("A4"), 0);
    const TraySheet sheet = printedBy({fresh, {}}, *readPicture(folder / "c.pdf"), 1);
    Printer known = calibrated(printerWith({}), readCalibration(scanOf(sheet.picture, 0.7, 5), "scan", a4));

    // A square frame of 160 x 240 mm: its corners where they are in the tray.
    cv::Mat art(2400, 1600, CV_8UC1, cv::Scalar(255));
    cv::rectangle(art, {0, 0}, {1599, 2399}, 0, 16);
    for (const bool corrected : {false, true}) {
        Job job = jobOf(artworkOf(art), {160, 240}, "opaque-dark-cloth");
        job.printers.front() = corrected ? known : printerWith({});
        job.printers.front().id = 1;
        const Imposition imposition = impose(job);
        ASSERT_EQ(imposition.sheets.size(), 1U);
        writeSheets(Language{}, folder / "s.pdf", job, imposition);
        const cv::Mat tray = printedBy({fresh, {}}, *readPicture(folder / "s.pdf"), 1).picture;
        const PlacedRegion& part = imposition.sheets.front().regions.front();
        const RectMm at = imposition.grid.mm(part.placed);
        const double px = tray_ppi / 25.4;
        const auto lies = [&](double x_mm, double y_mm, bool across) {
            // Where its rim begins, looked for from outside.
            for (int i = -cvRound(6 * px); i < cvRound(6 * px); ++i) {
                const int x = cvRound(x_mm * px) + (across ? i : 0),
                          y = cvRound(y_mm * px) + (across ? 0 : i);
                if (x < 0 || y < 0 || x >= tray.cols || y >= tray.rows) continue;
                if (tray.channels() == 1 ? tray.at<uchar>(y, x) < 128 : tray.at<cv::Vec3b>(y, x)[1] < 128)
                    return i / px;
            }
            return 99.0;
        };
        double worst = 0;
        for (const double part_of : {0.05, 0.5, 0.95}) {
            worst = std::max(worst, std::abs(lies(at.x, at.y + part_of * at.height, true)));
            worst = std::max(worst, std::abs(lies(at.x + part_of * at.width, at.y, false)));
        }
        if (corrected)
            EXPECT_LT(worst, 0.1);
        else
            EXPECT_GT(worst, 0.5) << "else it proves nothing";
    }
}

TEST(Calibration, pagesLieTrueWhicheverWayTheyLieAndWhoeverMirrors) {
    const ScratchFolder folder;
    for (const bool mirrors : {false, true})
        for (const SizeMm& page : {SizeMm{210, 297}, SizeMm{297, 210}}) {
            Printer printer = printerWith({0.98, 1.015, 0.7, {1.5, -2}}, evenMargins(0));
            printer.mirrors = mirrors;
            PdfFile pdf(Language{}, folder / "p.pdf", "a box", 0);
            pdf.printedBy(printer);
            pdf.beginPage(page);
            pdf.marks({box({60, 50, 100, 30})});
            // 127 x 25.4 mm, its upper left corner at (50.8, 101.6).
            pdf.picture(cv::Mat(300, 1500, CV_8UC1, cv::Scalar(0)), 600, 1200, PixelGrid{300});
            pdf.endPage();
            pdf.commit();
            cv::Mat sheet = printedBy({printer, {}}, *readPicture(folder / "p.pdf"), 1).picture, dark;
            if (mirrors) cv::flip(sheet, sheet, 1);
            if (sheet.channels() == 3) cv::cvtColor(sheet, sheet, cv::COLOR_RGB2GRAY);
            cv::threshold(sheet, dark, 127, 255, cv::THRESH_BINARY_INV);
            const double mm = 25.4 / tray_ppi, whole = page.width > page.height ? 297 : 210;
            const auto lies = [&](const cv::Rect& within) {
                const cv::Rect at = cv::boundingRect(dark(within));
                // Flipped back, the paper's right edge is where the picture's left one was.
                const double odd = mirrors ? sheet.cols * mm - whole : 0;
                return RectMm{(within.x + at.x) * mm - odd, (within.y + at.y) * mm, at.width * mm,
                              at.height * mm};
            };
            const int between = cvRound(90 / mm);
            const auto expect = [&](const RectMm& at, const RectMm& where) {
                EXPECT_NEAR(at.x, where.x, 0.1) << mirrors << page.width;
                EXPECT_NEAR(at.y, where.y, 0.1);
                EXPECT_NEAR(at.width, where.width, 0.1);
                EXPECT_NEAR(at.height, where.height, 0.1);
            };
            expect(lies({0, 0, sheet.cols, between}), {60, 50, 100, 30});
            expect(lies({0, between, sheet.cols, sheet.rows - between}), {50.8, 101.6, 127, 25.4});
        }
}

TEST(Calibration, noLightLineIsSeenWhereAPictureIsDrawnInParts) {
    // 7 million pixels of one grey: drawn in several parts.
    const ArtworkPtr dark = artworkOf(cv::Mat(300, 200, CV_8UC1, cv::Scalar(40)));
    Job job = jobOf(dark, {180, 270});
    job.pieces.front().tone.contrast = {Contrast::Kind::none, 0};
    job.printers.front().registration = {0.985, 1.01, 0.4, {1.2, -0.8}};
    const ScratchFolder folder;
    const Imposition imposition = impose(job);
    ASSERT_EQ(imposition.sheets.size(), 1U);
    writeSheets(Language{}, folder / "s.pdf", job, imposition);
    const std::string pages = (folder / "p").string();
    ASSERT_EQ(
        run({"pdftocairo", "-r", "600", "-gray", "-png", "-singlefile", (folder / "s.pdf").string(), pages})
            .status,
        0);
    const cv::Mat page = load(folder / "p.png");
    const cv::Rect inside(page.cols / 5, page.rows / 6, page.cols * 3 / 5, page.rows * 2 / 3);
    double lightest = 0;
    cv::minMaxLoc(page(inside), nullptr, &lightest);
    EXPECT_LT(lightest, 60);
}
