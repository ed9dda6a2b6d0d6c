#include "core/layout/imposition.h"

#include <map>
#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/base/error.h"
#include "core/layout/kept_places.h"
#include "core/method/catalogue.h"
#include "core/render/render_region.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// With ink everywhere: what is bare is on no sheet.
const ArtworkPtr& everywhere() {
    static const ArtworkPtr artwork = artworkOf(noise({90, 60}, CV_8UC3));
    return artwork;
}

Job jobAt(const SizeMm& size, double ppi, const char* paper, const std::string& method = "gel-rub-off",
          const ArtworkPtr& artwork = everywhere()) {
    Job job = jobOf(artwork, size, method);
    job.sheets.ppi = ppi;
    job.sheets.paper = paperNamed(paper);
    return job;
}

/// With seams at even places.
Job evenly(Job job) {
    job.sheets.seams = SeamManner::regular;
    return job;
}

}  // namespace

RC_GTEST_PROP(Imposition, regionsPartitionThePrintAndLieWithinThePrintableArea, ()) {
    const SizeMm size{static_cast<double>(*rc::gen::inRange(10, 1500)),
                      static_cast<double>(*rc::gen::inRange(10, 1500))};
    const char* paper = *rc::gen::element("A4", "A3", "Letter", "Legal", "Tabloid", "120x180");
    const std::string method =
        *rc::gen::element<std::string>("gel-rub-off", "release-sheet-press", "tissue-overlay");
    const ArtworkPtr artwork = *rc::gen::arbitrary<bool>() ? everywhere() : picture();
    Job job = jobAt(size, *rc::gen::element(72.0, 100.0, 300.0), paper, method, artwork);
    job.pieces.front().joining.parted = true;
    const Imposition imposition = impose(job);
    const PixelGrid grid = imposition.grid;
    const PrintGeometry& print = imposition.prints.front();
    long area = 0;
    for (const Tile& tile : imposition.plans.front().tiles)
        if (tile.bare) area += tile.region.area();
    for (std::size_t i = 0; i < imposition.sheets.size(); ++i) {
        const Sheet& sheet = imposition.sheets[i];
        RC_ASSERT(sheet.regions.size() == 1u);
        const PlacedRegion& part = sheet.regions.front();
        area += part.region.area();
        RC_ASSERT(contains(RectPx{0, 0, print.size.width, print.size.height}, part.region));
        RC_ASSERT(contains(part.inked, part.region));
        RC_ASSERT(contains(sheet.printable, part.inkedOnPage()));
        for (std::size_t j = 0; j < i; ++j)
            RC_ASSERT(intersection(part.region, imposition.sheets[j].regions.front().region).area() == 0);
        // The band is kept along seams, the bleed runs 2 mm into it, and only there.
        const int band = sheet.laid_whole ? 0 : grid.firstAfter(7),
                  bleed = sheet.laid_whole ? 0 : grid.nearest(2);
        RC_ASSERT(part.placed.x - sheet.printable.x >= (part.seams.left ? band : 0));
        RC_ASSERT(sheet.printable.bottom() - part.placed.bottom() >= (part.seams.bottom ? band : 0));
        // Tissue stays: its sheets overlap, the one on the right or below going under.
        const int under = method == "tissue-overlay" ? grid.nearest(10) : bleed;
        RC_ASSERT(part.region.x - part.inked.x == (part.seams.left ? std::min(under, part.region.x) : 0));
        RC_ASSERT(part.inked.right() - part.region.right() ==
                  (part.seams.right ? std::min(bleed, print.size.width - part.region.right()) : 0));
    }
    RC_ASSERT(area == static_cast<long>(print.size.width) * print.size.height);
}

TEST(Imposition, whatOnePrinterPrintsIsItsSheetsAlone) {
    Job job = jobOf(artworkOf(marked({300, 200}, 1)), {60, 40});
    job = withPiece(job, {artworkOf(marked({300, 200}, 1)), {}, job.pieces.front().method, {60, 40}, 1});
    Printer shop;
    shop.id = 0;
    shop.name = "the copy shop";
    const Job two = withPrinterLike(job, job.pieces[1].id, shop);
    EXPECT_EQ(impose(job).sheets.size(), 1U) << "one printer: they share a sheet";
    const Imposition all = impose(two);
    ASSERT_EQ(all.sheets.size(), 2U);
    for (std::size_t i = 0; i < 2; ++i) {
        const Imposition some = onlyPrintedBy(all, two, printerOf(two, two.pieces[i]).id);
        ASSERT_EQ(some.sheets.size(), 1U);
        EXPECT_EQ(some.sheets.front().regions.front().print, i);
    }
    EXPECT_TRUE(onlyPrintedBy(all, two, 99).sheets.empty());
}

TEST(Imposition, whatFitsThePrintableAreaStaysOnOneSheet) {
    EXPECT_EQ(impose(jobAt({199.8, 286.8}, 300, "A4")).sheets.size(), 1u)
        << "all of A4 but 5 mm all round; no band, as there is no seam";
    const Imposition lying = impose(jobAt({286.8, 199.8}, 300, "A4"));
    ASSERT_EQ(lying.sheets.size(), 1u);
    EXPECT_GT(lying.sheets.front().page.width, lying.sheets.front().page.height)
        << "the page is turned, not the picture";
    EXPECT_EQ(lying.sheets.front().regions.front().rotation_deg, 0);
    EXPECT_EQ(impose(jobAt({200.5, 287}, 300, "A4")).sheets.size(), 2u);
}

TEST(Imposition, takesTheOrientationWithFewerSheets) {
    // 380 x 190 mm: two lying side by side by 287, or upright three.
    const Imposition imposition = impose(jobAt({520, 190}, 100, "A4"));
    EXPECT_EQ(imposition.sheets.size(), 2u);
    EXPECT_GT(imposition.sheets.front().page.width, 290);
}

TEST(Imposition, labelsGoDownByLettersAcrossByNumbers) {
    const Imposition imposition = impose(evenly(jobAt({900, 600}, 72, "A4")));
    ASSERT_EQ(imposition.sheets.size(), 15u);
    EXPECT_EQ(imposition.sheets[0].label, "A1");
    EXPECT_EQ(imposition.sheets[4].label, "A5");
    EXPECT_EQ(imposition.sheets[5].label, "B1");
    EXPECT_EQ(imposition.sheets[14].label, "C5");
    EXPECT_LT(imposition.sheets[0].regions.front().region.x, imposition.sheets[1].regions.front().region.x);
}

TEST(Imposition, copiesAndSmallPiecesOfAMethodShareSheets) {
    Job job = jobAt({60, 40}, 150, "A4");
    job = withCopies(job, job.pieces.front().id, 5);
    job = withPiece(job, {picture(), {}, shippedMethods().front(), {90, 60}, 2});
    Imposition imposition = impose(job);
    ASSERT_EQ(imposition.sheets.size(), 1u);
    EXPECT_EQ(imposition.sheets.front().regions.size(), 7u);
    job = withMethod(job, job.pieces.back().id, findMethod(shippedMethods(), "tissue-overlay"));
    EXPECT_EQ(impose(job).sheets.size(), 2u) << "another method means other paper";
}

TEST(Imposition, aMethodThatLaysSheetsWholeGivesEachPieceItsOwn) {
    Job job = jobAt({60, 40}, 150, "A4", "release-sheet-press");
    job = withCopies(job, job.pieces.front().id, 3);
    const Imposition imposition = impose(job);
    EXPECT_EQ(imposition.sheets.size(), 3u);
    for (const Sheet& sheet : imposition.sheets) EXPECT_TRUE(sheet.laid_whole);
}

TEST(Imposition, tissueKeepsItsEdgesClear) {
    Job job = jobAt({500, 400}, 100, "A4", "tissue-overlay");
    job = withMethod(job, job.pieces.front().id, withMount(job.pieces.front().method, "smaller", 10));
    for (const Sheet& sheet : impose(job).sheets) {
        const RectMm placed = PixelGrid{100}.mm(sheet.regions.front().inkedOnPage());
        EXPECT_GE(placed.x, 10);
        EXPECT_GE(placed.y, sheet.page.height > sheet.page.width ? 20 : 10);
        EXPECT_LE(placed.right(), sheet.page.width - 10);
        EXPECT_LE(placed.bottom(), sheet.page.height - 10);
    }
}

TEST(Imposition, forcedMirroringChangesOnlyThisOutput) {
    const Job job = jobAt({60, 40}, 100, "A4");
    EXPECT_EQ(impose(job).prints.front().mirrored, Mirrored::yes);
    EXPECT_EQ(impose(job, Mirrored::no).prints.front().mirrored, Mirrored::no);
    EXPECT_EQ(impose(job).prints.front().mirrored, Mirrored::yes);
}

TEST(Imposition, noRoomIsSaid) {
    Job job = jobAt({600, 400}, 100, "60x80");
    job.printers.front().margins = evenMargins(28);
    EXPECT_THROW(impose(job), Error);
    job.printers.front().margins = evenMargins(500);
    EXPECT_THROW(impose(job), Error);
}

TEST(Impose, noSheetIsPrintedForWhatIsBare) {
    cv::Mat pixels(300, 450, CV_8UC1, cv::Scalar(255));
    cv::circle(pixels, {60, 60}, 40, cv::Scalar(0), -1);  // one corner, and one dot at the other end
    pixels.at<uchar>(290, 440) = 0;
    for (const SeamManner manner : {SeamManner::regular, SeamManner::quiet, SeamManner::wandering}) {
        Job job = jobOf(artworkOf(pixels), {450, 300});
        job.sheets.ppi = 100;
        job.sheets.seams = manner;
        const Imposition imposition = impose(job);
        const SeamPlan& plan = imposition.plans.front();
        const auto bare = static_cast<std::size_t>(
            std::count_if(plan.tiles.begin(), plan.tiles.end(), [](const Tile& tile) { return tile.bare; }));
        EXPECT_GT(bare, 0u);
        EXPECT_EQ(imposition.sheets.size() + bare, plan.tiles.size());
        const Print print = printOf(job, job.pieces.front(), 100);
        long ink = 0;
        for (const Tile& tile : plan.tiles) {
            const cv::Mat region = renderRegion(print, tile.region);
            const int inked = cv::countNonZero(region < 255);
            EXPECT_TRUE(inked == 0 || !tile.bare) << tile.label;
            ink += inked;
        }
        EXPECT_GE(ink, cv::countNonZero(renderWhole(print) < 255)) << "all ink is on some sheet";
    }
    Job blank = jobOf(artworkOf(cv::Mat(300, 450, CV_8UC1, cv::Scalar(255))), {450, 300});
    EXPECT_GT(impose(blank).sheets.size(), 1u) << "a bare picture keeps its sheets";
}

TEST(Impose, smallPiecesLieInWhatPartedPrintsLeaveFreeWhenThatSavesASheet) {
    Job job = jobOf(artworkOf(noise({90, 60}, CV_8UC1)), {450, 300});
    job.sheets.ppi = 100;
    job.sheets.seams = SeamManner::regular;
    const auto small = [&](const SizeMm& size, int copies) {
        NewPiece piece;
        piece.artwork = artworkOf(noise({30, 30}, CV_8UC1, 7));
        piece.method = job.pieces.front().method;
        piece.size = size;
        Job with = withPiece(job, std::move(piece));
        return withSpares(withCopies(std::move(with), with.pieces.back().id, copies), with.pieces.back().id,
                          0);
    };
    const std::size_t alone = impose(job).sheets.size();
    const Imposition shared = impose(small({30, 25}, 6));
    EXPECT_EQ(shared.sheets.size(), alone) << "no sheet more";
    int laid = 0;
    for (const Sheet& sheet : shared.sheets) {
        EXPECT_TRUE(sheet.regions.front().tile);
        EXPECT_EQ(sheet.label, sheet.regions.front().label);
        for (std::size_t i = 1; i < sheet.regions.size(); ++i) {
            const PlacedRegion& part = sheet.regions[i];
            laid += !part.tile;
            EXPECT_EQ(intersection(sheet.printable, part.placed), part.placed);
            for (std::size_t j = 0; j < i; ++j) {
                const int gap = shared.grid.firstAfter(5.9);
                const RectPx about{part.placed.x - gap, part.placed.y - gap, part.placed.width + 2 * gap,
                                   part.placed.height + 2 * gap};
                EXPECT_EQ(intersection(about, sheet.regions[j].placed).area(), 0);
            }
        }
    }
    EXPECT_EQ(laid, 6);
    // Some find room there, the rest has sheets of its own: kept, all stay where they are.
    const Job many = small({30, 25}, 50);
    const Imposition before = impose(many), after = impose(withPlacesKept(many, before));
    const auto placesIn = [](const Imposition& imposition) {
        std::map<std::pair<int, int>, std::pair<std::string, RectPx>> places;
        for (const Sheet& sheet : imposition.sheets)
            for (const PlacedRegion& part : sheet.regions)
                if (!part.tile) places[{part.piece, part.copy}] = {sheet.label, part.placed};
        return places;
    };
    EXPECT_TRUE(placesIn(before) == placesIn(after));
    EXPECT_EQ(before.sheets.size(), after.sheets.size());
    EXPECT_FALSE(withPlacesKept(many, before).kept_sheets.empty());
    EXPECT_TRUE(std::any_of(before.sheets.begin(), before.sheets.end(), [](const Sheet& sheet) {
        return sheet.regions.front().tile && sheet.regions.size() > 1;
    }));
    const Imposition too_large = impose(small({180, 120}, 1));
    EXPECT_EQ(too_large.sheets.size(), alone + 1);
    for (const Sheet& sheet : too_large.sheets) EXPECT_EQ(sheet.regions.size(), 1u);
    Job other = small({30, 25}, 6);
    other = withMethod(other, other.pieces.back().id, findMethod(shippedMethods(), "tissue-overlay"));
    EXPECT_EQ(impose(other).sheets.size(), alone + 1) << "another paper is another sheet";
}
