#include <fstream>

#include <gmock/gmock.h>

#include "core/base/error.h"
#include "core/documents/copy_shop.h"
#include "core/documents/reference_print.h"
#include "core/documents/test_sheet.h"
#include "core/documents/whole_print.h"
#include "core/job/landing.h"
#include "core/measure/length.h"
#include "core/printer/paper.h"
#include "core/render/render_region.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::ElementsAre;
using testing::HasSubstr;

namespace {

Job job(const std::string& method) {
    Job made = jobOf(artworkOf(marked({120, 80}, 3)), {120, 80}, method);
    made.name = "Open/night";
    return made;
}

/// Darkness of the left and the right half of the first picture-bearing page.
std::pair<double, double> halves(const std::filesystem::path& pdf, int page, const RectMm& where) {
    const ScratchFolder folder;
    run({"pdftoppm", "-r", "100", "-gray", "-f", std::to_string(page), "-l", std::to_string(page), "-png",
         pdf.string(), (folder / "p").string()});
    const RectPx px{PixelGrid{100}.nearest(where.x), PixelGrid{100}.nearest(where.y),
                    PixelGrid{100}.nearest(where.width), PixelGrid{100}.nearest(where.height)};
    const cv::Mat box = load(folder / folder.names().front())(cv::Rect(px.x, px.y, px.width, px.height));
    return {255 - cv::mean(box.colRange(0, box.cols / 2))[0],
            255 - cv::mean(box.colRange(box.cols / 2, box.cols))[0]};
}

}  // namespace

TEST(CopyShop, theSetSaysHowToPrintIt) {
    const ScratchFolder folder;
    writeCopyShopSet(Language{}, folder / "shop", job("gel-rub-off"));
    std::vector<std::string> names;
    for (const auto& entry : std::filesystem::directory_iterator(folder / "shop"))
        names.push_back(entry.path().filename().string());
    std::sort(names.begin(), names.end());
    EXPECT_THAT(names, ElementsAre("Open-night - checksums.txt", "Open-night - print at 100 percent.pdf",
                                   "Open-night - read me first.pdf"));
    const std::string words = wordsOf(folder / "shop" / names[2]);
    for (const char* sentence : {"Already mirrored", "Page 1: 1 sheet of A4, plain copy paper", "Your answer",
                                 "print at 100 %", "do not fit to page", "do not mirror",
                                 "a roll of 610 mm (24 in): 0.", "Open-night - print at 100 percent.pdf"})
        EXPECT_THAT(words, HasSubstr(sentence));
    // The proof shows the print as it will be printed: the mark of the upper left lies at the right.
    const auto [left, right] = halves(folder / "shop" / names[2], 2, {16, 32, 120, 80});
    EXPECT_GT(right, left + 5);
}

TEST(CopyShop, anUnmirroredJobSaysSoAndAWholeSheetBringsItsTestSheet) {
    const ScratchFolder folder;
    writeCopyShopSet(Language{}, folder / "tissue", job("tissue-overlay"));
    EXPECT_THAT(wordsOf(folder / "tissue" / "Open-night - read me first.pdf"), HasSubstr("Not mirrored"));
    const auto files = writeCopyShopSet(Language{}, folder / "whole", job("release-sheet-press"));
    ASSERT_EQ(files.size(), 4u);
    EXPECT_THAT(wordsOf(files[2]), HasSubstr("plain paper"));
}

TEST(CopyShop, itsChecksumsHoldAndAreOnTheOrder) {
    const ScratchFolder folder;
    const auto files = writeCopyShopSet(Language{}, folder / "shop", job("gel-rub-off"));
    const auto checks = [&] {
        return run({"sh", "-c", "cd '" + (folder / "shop").string() + "' && sha256sum --quiet -c *.txt"})
            .status;
    };
    EXPECT_EQ(checks(), 0);
    const std::string sum = contentOf(files.back()).substr(0, 8);
    EXPECT_THAT(wordsOf(files[1]), HasSubstr(sum));
    std::ofstream(files[0], std::ios::app) << "x";
    EXPECT_NE(checks(), 0);
}

TEST(CopyShop, onlyWhatIsPrintedThereIsHandedOver) {
    const ScratchFolder folder;
    Job both = job("gel-rub-off");
    both = withAnother(both, both.pieces.front().id, artworkOf(marked({120, 80}, 3)), {90, 60});
    Printer shop = both.printers.front();
    shop.name = "the shop";
    shop.id = 7;
    both.printers.push_back(shop);
    both.pieces.back().printer = 7;
    both.pieces.back().shop = "the one at the corner";
    both.sheets.paper = paperNamed("A3");
    const auto files = writeCopyShopSet(Language{}, folder / "shop", both, 7);
    EXPECT_THAT(run({"pdfinfo", files[0].string()}).out, HasSubstr("Pages:           1"));
    EXPECT_THAT(run({"pdfinfo", files[1].string()}).out, HasSubstr("Pages:           2"))
        << "the order and one proof";
    EXPECT_THAT(wordsOf(files[1]), HasSubstr("For: the one at the corner")) << "chosen by its proof";
    EXPECT_THAT(run({"pdfinfo", "-l", "2", files[1].string()}).out, HasSubstr("A4"))
        << "proofs of A3 sheets, too";
    EXPECT_THROW(writeCopyShopSet(Language{}, folder / "none", both, 9), Error);
}

TEST(ReferencePrint, isTheRightWayRoundWhateverTheMethod) {
    for (const char* method : {"gel-rub-off", "tissue-overlay"}) {
        const ScratchFolder folder;
        writeReferencePrint(Language{}, folder / "r.pdf", job(method));
        EXPECT_THAT(wordsOf(folder / "r.pdf"), HasSubstr("not for transfer"));
        const auto [left, right] = halves(folder / "r.pdf", 1, {14, 24, 120, 80});
        EXPECT_GT(left, right + 5) << method;
    }
}

TEST(ReferencePrint, aJobOfManyPiecesTakesMorePages) {
    const ScratchFolder folder;
    Job many = job("gel-rub-off");
    for (int i = 0; i < 7; ++i)
        many = withPiece(many, {many.pieces.front().artwork, {}, many.pieces.front().method, {60, 40}, 1});
    writeReferencePrint(Language{}, folder / "r.pdf", many);
    EXPECT_THAT(run({"pdfinfo", (folder / "r.pdf").string()}).out, HasSubstr("Pages:           2"));
}

TEST(TestSheet, carriesTheXTheBarAndTheTellTale) {
    const ScratchFolder folder;
    const Job whole = job("release-sheet-press");
    writeTestSheet(Language{}, folder / "t.pdf", whole, impose(whole));
    const std::string words = wordsOf(folder / "t.pdf");
    EXPECT_THAT(words, HasSubstr("X"));
    EXPECT_THAT(words, HasSubstr("backwards here? the printer mirrored: stop"));
    EXPECT_THAT(words, HasSubstr("100 mm"));
    EXPECT_EQ(testSheetBeside("/a/b.pdf"), "/a/b-test-sheet.pdf");
}

TEST(WholePrint, isTheRenderersPicture) {
    const ScratchFolder folder;
    const Job one = job("gel-rub-off");
    const Print print = printOf(one, one.pieces.front(), 150);
    writeWholePrint(folder / "w.png", print);
    EXPECT_TRUE(same(load(folder / "w.png"), renderWhole(print)));
    EXPECT_THROW(writeWholePrint(folder / "w.bmp", print), Error);
}

TEST(CopyShop, asksForTonerWhereInkWouldRunAndSaysTheSizeThatIsPrinted) {
    const ScratchFolder folder;
    Job cropped = job("gel-rub-off");
    const int id = cropped.pieces.front().id;
    cropped = withObject(cropped, id, objectOf("canvas", ShapeKind::rectangle, {60, 40}));
    cropped = withFit(withSize(cropped, id, {90, 60}), id, Fit::fill, 0);
    cropped = withSize(cropped, id, {72.5, 40});
    cropped = withFit(cropped, id, Fit::fill, 0);
    writeCopyShopSet(Language{}, folder / "gel", cropped);
    const std::string words = wordsOf(folder / "gel" / "Open-night - read me first.pdf");
    EXPECT_THAT(words, HasSubstr("toner"));
    EXPECT_THAT(words, HasSubstr("ink from a wide inkjet runs"));
    const SizeMm seen = seenSizeOf(cropped, cropped.pieces.front());
    EXPECT_THAT(words, HasSubstr("true size " + formatNumber(seen.width, Unit::mm) + " x " +
                                 formatLength(seen.height, Unit::mm)));
    writeCopyShopSet(Language{}, folder / "tissue", job("tissue-overlay"));
    EXPECT_THAT(wordsOf(folder / "tissue" / "Open-night - read me first.pdf"),
                testing::Not(HasSubstr("toner, not ink")));
}
