// What is printed to try and to mend, as others read the PDF.
#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>

#include "core/documents/patch_print.h"
#include "core/documents/reduced_proof.h"
#include "core/documents/seam_strip.h"
#include "core/pdf/sheets_pdf.h"
#include "core/render/render_region.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

Job jobToProve(const ArtworkPtr& artwork = artworkOf(noise({90, 60}, CV_8UC1))) {
    Job job = jobOf(artwork, {450, 300});
    job.sheets.ppi = 100;
    return job;
}

cv::Mat pageOf(const std::filesystem::path& pdf, double ppi) {
    const ScratchFolder folder;
    EXPECT_EQ(run({"pdftoppm", "-gray", "-r", std::to_string(ppi), "-tiff", "-tiffcompression", "none",
                   pdf.string(), (folder / "p").string()})
                  .status,
              0);
    return load(folder / folder.names().front());
}

/// Where `wanted` lies in a page, exactly; nothing where it does not.
std::optional<cv::Point> foundIn(const cv::Mat& page, const cv::Mat& wanted) {
    cv::Mat differs;
    cv::matchTemplate(page, wanted, differs, cv::TM_SQDIFF);
    double least = 0;
    cv::Point at;
    cv::minMaxLoc(differs, &least, nullptr, &at, nullptr);
    if (!same(page(cv::Rect(at.x, at.y, wanted.cols, wanted.rows)).clone(), wanted)) return {};
    return at;
}

}  // namespace

TEST(PatchPrint, isTheSpotAsItWasPrintedAmongFaintSurroundings) {
    const ScratchFolder folder;
    const Job job = jobToProve();
    const Imposition imposition = impose(job);
    writePatch(Language{}, folder / "p.pdf", job, imposition, 0, {0.3, 0.6}, 40);
    const cv::Mat page = pageOf(folder / "p.pdf", 100);
    const Print print = printIn(imposition, job, 0, 100);
    ASSERT_EQ(print.mirrored, Mirrored::yes);
    const RectPx box =
        flipped(patchBox(imposition.prints[0], {0.3, 0.6}, 40), print.size.width, print.mirrored);
    const auto at = foundIn(page, renderRegion(print, box));
    ASSERT_TRUE(at);
    const cv::Mat beside = page(cv::Rect(at->x - 40, at->y + 30, 30, 60));  // clear of the ticks
    double darkest = 0;
    cv::minMaxLoc(beside, &darkest);
    EXPECT_GT(darkest, 200) << "no more than a fifth of the ink";
    EXPECT_LT(darkest, 255);
    EXPECT_THAT(run({"pdftotext", (folder / "p.pdf").string(), "-"}).out,
                HasSubstr("as it looks when finished"));
}

TEST(PatchPrint, liesWithinThePrintWhereverAndHoweverLargeItIsAsked) {
    const PrintGeometry print = impose(jobToProve()).prints[0];
    for (const PointMm& spot : {PointMm{0, 0}, {1, 1}, {0.5, 0.02}})
        for (const double side : {1.0, 20.0, 120.0, 900.0}) {
            const RectPx box = patchBox(print, spot, side);
            EXPECT_EQ(intersection(print.whole(), box), box);
            EXPECT_NEAR(print.grid.mm(box.width), std::clamp(side, least_patch_mm, most_patch_mm), 0.3);
        }
    const ScratchFolder folder;
    const Job small = jobOf(picture(), {30, 20});
    const Imposition imposition = impose(small);
    writePatch(Language{}, folder / "p.pdf", small, imposition, 0, {0.5, 0.5}, 120);
    EXPECT_FALSE(contentOf(folder / "p.pdf").empty()) << "all of a small one";
}

TEST(SeamStrip, showsBothSidesOfTheStretchThatIsSeenMost) {
    // Even ink on the right alone: a seam through it is seen, one through noise or paper hardly.
    cv::Mat pixels(600, 900, CV_8UC1, cv::Scalar(255));
    pixels.colRange(500, 900).setTo(60);
    Job job = jobToProve(artworkOf(pixels));
    job.sheets.seams = SeamManner::regular;
    const Imposition imposition = impose(job);
    const auto worst = worstStretch(job, imposition, 0);
    ASSERT_TRUE(worst);
    const PrintGeometry& print = imposition.prints[0];
    const RectPx dark =
        flipped(RectPx{print.size.width * 5 / 9, 0, print.size.width * 4 / 9, print.size.height},
                print.size.width, print.mirrored);
    const PointPx at = worst->down ? PointPx{worst->across, (worst->from + worst->to) / 2}
                                   : PointPx{(worst->from + worst->to) / 2, worst->across};
    EXPECT_TRUE(at.x >= dark.x && at.x < dark.right()) << at.x;
    EXPECT_NEAR(print.grid.mm(worst->to - worst->from), 110, 5);

    const ScratchFolder folder;
    const Job rich = jobToProve();
    const Imposition sheets = impose(rich);
    writeSeamStrip(Language{}, folder / "s.pdf", rich, sheets, 0);
    const cv::Mat page = pageOf(folder / "s.pdf", 100);
    const auto stretch = worstStretch(rich, sheets, 0);
    const int length = stretch->to - stretch->from, deep = PixelGrid{100}.nearest(40);
    const Print printed = printIn(sheets, rich, 0, 100);
    for (const int from : {stretch->across - deep, stretch->across})
        EXPECT_TRUE(
            foundIn(page, renderRegion(printed, stretch->down ? RectPx{from, stretch->from, deep, length}
                                                              : RectPx{stretch->from, from, length, deep})));
}

TEST(PatchPrint, aPaperTooSmallIsSaidAndNothingWritten) {
    const ScratchFolder folder;
    Job job = jobToProve();
    job.sheets.paper = {"custom", "own", {90, 100}, ""};
    const Imposition imposition = impose(job);
    EXPECT_THROW(writePatch(Language{}, folder / "p.pdf", job, imposition, 0, {0.5, 0.5}, 100), Error);
    EXPECT_THROW(writeSeamStrip(Language{}, folder / "s.pdf", job, imposition, 0), Error);
    EXPECT_TRUE(folder.names().empty());
    EXPECT_NO_THROW(writePatch(Language{}, folder / "p.pdf", job, imposition, 0, {0.5, 0.5}, 20));
}

TEST(SeamStrip, thereIsNoneOfAPrintOnOneSheet) {
    const ScratchFolder folder;
    const Job job = jobOf(picture(), {90, 60});
    EXPECT_THROW(writeSeamStrip(Language{}, folder / "s.pdf", job, impose(job), 0), Error);
    EXPECT_TRUE(folder.names().empty());
}

TEST(FinestSpot, isWhereDetailIs) {
    cv::Mat pixels(600, 900, CV_8UC1, cv::Scalar(200));
    noise({180, 120}, CV_8UC1).copyTo(pixels(cv::Rect(600, 100, 180, 120)));
    const Job job = jobToProve(artworkOf(pixels));
    const PointMm spot = finestSpot(job, job.pieces.front());
    EXPECT_NEAR(spot.x, 690.0 / 900, 0.06);
    EXPECT_NEAR(spot.y, 160.0 / 600, 0.06);
}

TEST(ReducedProof, isAPageForEachPieceThatSaysItsScale) {
    const ScratchFolder folder;
    Job job = jobToProve();
    job = withPiece(job, {picture(), {}, job.pieces.front().method, {60, 40}, 1});
    writeReducedProof(Language{}, folder / "r.pdf", job, impose(job));
    const std::string words = run({"pdftotext", (folder / "r.pdf").string(), "-"}).out;
    EXPECT_THAT(words, HasSubstr("reduced to 40 %"));
    EXPECT_THAT(words, HasSubstr("at true size"));
    EXPECT_THAT(run({"pdfinfo", (folder / "r.pdf").string()}).out, HasSubstr("Pages:           2"));
}
