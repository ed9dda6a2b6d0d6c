// The PDF as others read it: rendered by pdftoppm and pdftocairo, asked by pdfimages, pdftotext and pdfinfo.
#include "core/pdf/sheets_pdf.h"

#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>

#include "core/documents/whole_print.h"
#include "core/layout/nesting.h"
#include "core/layout/plan_json.h"
#include "core/marks/sheet_marks.h"
#include "core/render/render_region.h"
#include "tests/support/pictures.h"
#include "tests/support/texts.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;
using testing::Not;

namespace {

struct SheetsCase {
    const char* what;
    SizeMm size;
    double ppi;
    const char *paper, *method;
    Tone::InkChoice ink;
    Contrast contrast;
};

Job sheetsJob(const SheetsCase& each, const ArtworkPtr& artwork) {
    Job job = tests::jobOf(artwork, each.size, each.method);
    job.sheets.ppi = each.ppi;
    job.sheets.paper = paperNamed(each.paper);
    return withTone(job, job.pieces.front().id, {.ink = each.ink, .contrast = each.contrast});
}

/// Pages as a viewer draws them.
std::vector<cv::Mat> pagesBy(const std::string& tool, const std::filesystem::path& pdf, double ppi,
                             std::size_t count) {
    const ScratchFolder folder;
    EXPECT_EQ(run({tool, "-r", std::to_string(ppi), "-tiff", "-tiffcompression", "none", pdf.string(),
                   (folder / "p").string()})
                  .status,
              0);
    std::vector<cv::Mat> pages;
    for (const std::string& name : folder.names()) pages.push_back(load(folder / name));
    EXPECT_EQ(pages.size(), count);
    return pages;
}

cv::Mat as(const cv::Mat& pixels, int channels) {
    cv::Mat result;
    if (pixels.channels() == channels) return pixels;
    cv::cvtColor(pixels, result, channels == 1 ? cv::COLOR_RGB2GRAY : cv::COLOR_GRAY2RGB);
    return result;
}

}  // namespace

TEST(SheetsPdf, sheetsCutAlongThePlanAreTheWholePrintPixelForPixel) {
    const ArtworkPtr photograph = artworkOf(noise({301, 199}, CV_8UC3)), part_grey = [] {
        cv::Mat pixels = noise({301, 199}, CV_8UC3);
        pixels.colRange(0, 140).setTo(
            cv::Scalar::all(120));  // some sheets of this colour picture are all grey
        return artworkOf(pixels);
    }();
    using Ink = Tone::InkChoice;
    const Contrast plain{Contrast::Kind::none, 0};
    for (const SheetsCase& each :
         {SheetsCase{"grey, upright and lying", {420, 277}, 100, "A4", "gel-rub-off", Ink::grey, {}},
          SheetsCase{"grey, an odd resolution", {301, 199}, 203, "Letter", "gel-rub-off", Ink::grey, plain},
          SheetsCase{"colour", {420, 277}, 100, "A4", "gel-rub-off", Ink::colour, {}},
          SheetsCase{"colour, tall sheets", {190, 500}, 96, "Legal", "tissue-overlay", Ink::colour, {}},
          SheetsCase{"laid whole", {300, 198}, 150, "A4", "release-sheet-press", Ink::grey, {}},
          SheetsCase{"one sheet", {150, 99}, 300, "A4", "gel-rub-off", Ink::grey, {}}})
        for (const ArtworkPtr& artwork : {photograph, part_grey}) {
            const ScratchFolder folder;
            Job job = sheetsJob(each, artwork);
            job.pieces.front().joining.parted = true;  // what is laid whole, too
            const Imposition imposition = impose(job);
            writeSheets(Language{}, folder / "s.pdf", job, imposition);
            const cv::Mat whole = renderWhole(printIn(imposition, job, 0, imposition.grid.ppi));
            for (const char* tool : {"pdftoppm", "pdftocairo"}) {
                const auto pages = pagesBy(tool, folder / "s.pdf", each.ppi, imposition.sheets.size());
                cv::Mat together(whole.size(), whole.type(), cv::Scalar::all(7));
                for (std::size_t i = 0; i < pages.size(); ++i) {
                    const PlacedRegion& part = imposition.sheets[i].regions.front();
                    as(pages[i], whole.channels())(
                        cv::Rect(part.placed.x, part.placed.y, part.placed.width, part.placed.height))
                        .copyTo(together(
                            cv::Rect(part.region.x, part.region.y, part.region.width, part.region.height)));
                }
                EXPECT_TRUE(same(together, whole)) << each.what << " by " << tool;
            }
        }
}

TEST(SheetsPdf, bleedRepeatsTheNeighboursPixels) {
    const ScratchFolder folder;
    const Job job = sheetsJob({"", {300, 198}, 100, "A4", "gel-rub-off", Tone::InkChoice::grey, {}},
                              artworkOf(noise({301, 199}, CV_8UC3)));
    const Imposition imposition = impose(job);
    writeSheets(Language{}, folder / "s.pdf", job, imposition);
    const cv::Mat whole = renderWhole(printIn(imposition, job, 0, imposition.grid.ppi));
    const auto pages = pagesBy("pdftoppm", folder / "s.pdf", 100, imposition.sheets.size());
    for (std::size_t i = 0; i < pages.size(); ++i) {
        const PlacedRegion& part = imposition.sheets[i].regions.front();
        const RectPx at = part.inkedOnPage();
        ASSERT_GT(part.inked.area(), part.region.area());
        EXPECT_TRUE(
            same(as(pages[i], 1)(cv::Rect(at.x, at.y, at.width, at.height)).clone(),
                 whole(cv::Rect(part.inked.x, part.inked.y, part.inked.width, part.inked.height)).clone()));
    }
}

TEST(SheetsPdf, edgesAndMarksAreTrueAt600Ppi) {
    const ScratchFolder folder;
    const Job job =
        sheetsJob({"", {100, 80}, 300, "A4", "gel-rub-off", Tone::InkChoice::grey, {Contrast::Kind::none, 0}},
                  artworkOf(cv::Mat(80, 100, CV_8UC1, cv::Scalar(0))));
    const Imposition imposition = impose(job);
    writeSheets(Language{}, folder / "s.pdf", job, imposition);
    const cv::Mat page = as(pagesBy("pdftoppm", folder / "s.pdf", 600, 1).front(), 1);
    const RectMm kept = imposition.grid.mm(imposition.sheets.front().regions.front().placed);
    const double px = 25.4 / 600;
    const auto firstInk = [&](const cv::Mat& line) {
        for (int i = 0; i < static_cast<int>(line.total()); ++i)
            if (line.at<uchar>(i) < 128) return i * px;
        return -1.0;
    };
    const int middle = static_cast<int>((kept.y + kept.height / 2) / px);
    EXPECT_NEAR(firstInk(page.row(middle).clone().reshape(1, page.cols)), kept.x, 0.1);
    const int column = static_cast<int>((kept.x + kept.width - 3) / px);  // right of the words
    const cv::Mat below_words = page.col(column).rowRange(static_cast<int>(40 / px), page.rows).clone();
    EXPECT_NEAR(firstInk(below_words) + 40, kept.y, 0.1);
    EXPECT_NEAR(kept.width, 100, 25.4 / 300 / 2 + 1e-9);
}

TEST(SheetsPdf, greyIsDeviceGrayAndColourIsDeviceRgb) {
    const ScratchFolder folder;
    cv::Mat half_grey = noise({300, 200}, CV_8UC3);
    half_grey.colRange(0, 150).setTo(cv::Scalar::all(99));
    for (const auto ink : {Tone::InkChoice::grey, Tone::InkChoice::colour}) {
        const Job job = sheetsJob({"", {420, 280}, 72, "A4", "gel-rub-off", ink, {}}, artworkOf(half_grey));
        writeSheets(Language{}, folder / "s.pdf", job, impose(job));
        const std::string images = run({"pdfimages", "-list", (folder / "s.pdf").string()}).out;
        EXPECT_THAT(images, HasSubstr(ink == Tone::InkChoice::grey ? " gray " : " rgb "));
        EXPECT_THAT(images, Not(HasSubstr(ink == Tone::InkChoice::grey ? " rgb " : " gray "))) << images;
    }
}

TEST(SheetsPdf, theWordsReadNormallyOnTheSheet) {
    const ScratchFolder folder;
    const Job job = sheetsJob({"", {300, 198}, 72, "A4", "gel-rub-off", Tone::InkChoice::grey, {}},
                              artworkOf(noise({30, 20}, CV_8UC3)));
    writeSheets(Language{}, folder / "s.pdf", job, impose(job));
    const std::string words = run({"pdftotext", (folder / "s.pdf").string(), "-"}).out;
    EXPECT_THAT(words, HasSubstr(inEnglish(tellTale())));
    EXPECT_THAT(words, HasSubstr("ink side, this way up"));
    EXPECT_THAT(words, HasSubstr("100 mm"));
}

TEST(SheetsPdf, aSheetLaidWholeIsInkedNowhereElse) {
    const ScratchFolder folder;
    const Job job = sheetsJob({"", {120, 80}, 150, "A4", "release-sheet-press", Tone::InkChoice::grey, {}},
                              artworkOf(noise({30, 20}, CV_8UC3)));
    const Imposition imposition = impose(job);
    writeSheets(Language{}, folder / "s.pdf", job, imposition);
    cv::Mat page = as(pagesBy("pdftoppm", folder / "s.pdf", 150, 1).front(), 1);
    const RectPx at = imposition.sheets.front().regions.front().placed;
    page(cv::Rect(at.x, at.y, at.width, at.height)).setTo(255);
    EXPECT_EQ(cv::countNonZero(page != 255), 0);
}

TEST(SheetsPdf, turnedPiecesOfASharedSheetAreTheSamePixels) {
    const ScratchFolder folder;
    Job job = sheetsJob({"", {190, 120}, 100, "A4", "gel-rub-off", Tone::InkChoice::grey, {}},
                        artworkOf(noise({190, 120}, CV_8UC1)));
    job = withPiece(job,
                    {artworkOf(noise({120, 250}, CV_8UC1, 2)), {}, job.pieces.front().method, {120, 250}, 1});
    job = withPiece(job,
                    {artworkOf(noise({250, 60}, CV_8UC1, 3)), {}, job.pieces.front().method, {250, 60}, 1});
    const Imposition imposition = impose(job);
    writeSheets(Language{}, folder / "s.pdf", job, imposition);
    const auto pages = pagesBy("pdftoppm", folder / "s.pdf", 100, imposition.sheets.size());
    int turned = 0;
    for (std::size_t i = 0; i < pages.size(); ++i)
        for (const PlacedRegion& part : imposition.sheets[i].regions) {
            turned += part.rotation_deg == 90;
            cv::Mat ink =
                renderRegion(printIn(imposition, job, part.print, imposition.grid.ppi), part.region);
            if (part.rotation_deg == 90) cv::rotate(ink, ink, cv::ROTATE_90_CLOCKWISE);
            EXPECT_TRUE(same(
                as(pages[i], 1)(cv::Rect(part.placed.x, part.placed.y, part.placed.width, part.placed.height))
                    .clone(),
                ink));
        }
    EXPECT_GT(turned, 0);
}

TEST(SheetsPdf, nestedPiecesOfAnyAngleAreTheirPixelsAndHideNoNeighbour) {
    const ScratchFolder folder;
    for (const Tone::InkChoice ink : {Tone::InkChoice::grey, Tone::InkChoice::colour}) {
        Job job = sheetsJob({"", {80, 80}, 100, "A4", "gel-rub-off", ink, {}},
                            artworkOf(noise({400, 400}, CV_8UC3)));
        const int id = job.pieces.front().id;
        job = withObject(job, id, objectOf("plate", ShapeKind::circle, {80}));
        job = withEdge(job, id, {.cut = Cut::object});
        job = withCopies(job, id, 7);
        job.sheets.scissor_gap_mm = 3;
        job.sheets.turning = Turning::free;
        job = nested(job, impose(job), {60, 300, 1, false, 0});
        const Imposition imposition = impose(job);
        ASSERT_EQ(imposition.sheets.size(), 1u);
        int askew = 0, over = 0;
        const auto& parts = imposition.sheets[0].regions;
        cv::Mat expected(1180, 840, CV_8UC3, cv::Scalar::all(255));  // a little more than the page
        for (const PlacedRegion& part : parts) {
            askew += !quarterTurns(part.rotation_deg);
            for (const PlacedRegion& other : parts)
                over += &other != &part && intersection(part.placed, other.placed).area() > 0;
            const Print print = printIn(imposition, job, part.print, 100);
            cv::Mat pixels;
            if (quarterTurns(part.rotation_deg)) {
                pixels = regionInk(imposition, print, part, part.inked);
            } else {
                const Print turned = turnedOn(part, print);
                pixels = renderRegion(turned, {0, 0, turned.size.width, turned.size.height});
            }
            // The bare corners of a turned box may lie beyond the page.
            const cv::Rect box(part.placed.x, part.placed.y, pixels.cols, pixels.rows);
            const cv::Rect on_page = box & cv::Rect(0, 0, expected.cols, expected.rows);
            cv::Mat there = expected(on_page);
            pixels = pixels(on_page - box.tl()).clone();
            cv::min(there, as(pixels, 3), there);
        }
        EXPECT_GT(askew, 0);
        EXPECT_GT(over, 0) << "boxes lie over each other";
        writeSheets(Language{}, folder / "s.pdf", job, imposition);
        for (const char* tool : {"pdftoppm", "pdftocairo"}) {
            const cv::Mat page = as(pagesBy(tool, folder / "s.pdf", 100, 1)[0], 3);
            // Round each piece, where marks cannot be.
            for (const PlacedRegion& part : parts) {
                cv::Mat inside(page.size(), CV_8UC1, cv::Scalar(0));
                cv::circle(inside,
                           {part.placed.x + part.placed.width / 2, part.placed.y + part.placed.height / 2},
                           161, cv::Scalar(255), cv::FILLED);
                cv::Mat off;
                cv::absdiff(page, expected(cv::Rect(0, 0, page.cols, page.rows)), off);
                cv::Mat some;
                off.copyTo(some, inside);
                double most = 0;
                cv::minMaxLoc(some.reshape(1), nullptr, &most);
                EXPECT_EQ(most, 0) << tool;
            }
        }
    }
}

TEST(SheetsPdf, theSameJobMakesTheSameBytes) {
    const ScratchFolder folder;
    Job job = sheetsJob({"", {300, 198}, 100, "A4", "gel-rub-off", Tone::InkChoice::grey, {}},
                        artworkOf(noise({30, 20}, CV_8UC3)));
    job.created = 1789900000;
    writeSheets(Language{}, folder / "a.pdf", job, impose(job));
    writeSheets(Language{}, folder / "b.pdf", job, impose(job));
    EXPECT_EQ(contentOf(folder / "a.pdf"), contentOf(folder / "b.pdf"));
    EXPECT_THAT(run({"pdfinfo", "-isodates", (folder / "a.pdf").string()}).out,
                HasSubstr("CreationDate:    2026-09-20"));
}

TEST(SheetsPdf, stoppedOrFailedNothingIsLeft) {
    const ScratchFolder folder;
    const Job job = sheetsJob({"", {300, 198}, 100, "A4", "gel-rub-off", Tone::InkChoice::grey, {}},
                              artworkOf(noise({30, 20}, CV_8UC3)));
    std::stop_source stop;
    stop.request_stop();
    EXPECT_THROW(writeSheets(Language{}, folder / "a.pdf", job, impose(job), {stop.get_token(), {}}), Error);
    EXPECT_THROW(writeSheets(Language{}, folder / "none" / "a.pdf", job, impose(job)), Error);
    EXPECT_TRUE(folder.names().empty());
}

TEST(SheetsPdf, stoppedWhileTheFileIsPutTogetherNothingIsLeftEither) {
    const ScratchFolder folder;
    const Job job = sheetsJob({"", {300, 198}, 300, "A4", "gel-rub-off", Tone::InkChoice::grey, {}},
                              artworkOf(noise({1200, 800}, CV_8UC1)));
    std::stop_source stop;
    double most = 0;
    const auto late = [&](double done) {
        most = std::max(most, done);
        if (done > 0.96) stop.request_stop();
    };
    EXPECT_THROW(writeSheets(Language{}, folder / "a.pdf", job, impose(job), {stop.get_token(), late}),
                 Error);
    EXPECT_GT(most, 0.96);
    EXPECT_TRUE(folder.names().empty());
}

TEST(SheetName, tellsCopiesOfATiledPieceApart) {
    Job job = sheetsJob({"", {300, 198}, 72, "A4", "gel-rub-off", Tone::InkChoice::grey, {}},
                        artworkOf(noise({30, 20}, CV_8UC3)));
    job = withName(withCopies(job, job.pieces.front().id, 3), job.pieces.front().id, "Chart");
    const Imposition imposition = impose(job);
    ASSERT_EQ(imposition.sheets.size(), 6u);
    EXPECT_EQ(inEnglish(sheetName(job, imposition.sheets.front())), "Chart, copy 1 of 3");
    EXPECT_EQ(inEnglish(sheetName(job, imposition.sheets.back())), "Chart, copy 3 of 3");
    job = withSize(job, job.pieces.front().id, {60, 40});
    EXPECT_EQ(inEnglish(sheetName(job, impose(job).sheets.front())), "Chart")
        << "copies that share a sheet are alike";
}

TEST(SheetPicture, showsWhatThePdfShows) {
    const ScratchFolder folder;
    const Job job = sheetsJob({"", {120, 80}, 100, "A4", "gel-rub-off", Tone::InkChoice::grey, {}},
                              artworkOf(marked({120, 80}, 1)));
    const Imposition imposition = impose(job);
    writeSheets(Language{}, folder / "s.pdf", job, imposition);
    cv::Mat screen, page = as(pagesBy("pdftoppm", folder / "s.pdf", 100, 1).front(), 1);
    cv::cvtColor(sheetPicture(Language{}, job, imposition, 0, 100), screen, cv::COLOR_BGRA2GRAY);
    const cv::Rect common(0, 0, std::min(screen.cols, page.cols), std::min(screen.rows, page.rows));
    EXPECT_LT(cv::norm(screen(common), page(common), cv::NORM_L1) / common.area(), 0.5)
        << "alike to half a grey level on average";
}
