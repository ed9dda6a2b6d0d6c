#include <cmath>

#include <gmock/gmock.h>

#include "core/artwork/read_picture.h"
#include "core/documents/corner_template.h"
#include "core/documents/placement_template.h"
#include "core/documents/size_ladder.h"
#include "core/documents/true_size_pages.h"
#include "core/job/edits.h"
#include "tests/support/pictures.h"
#include "tests/support/texts.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

Job jobOnPlank() {
    Object plank = objectOf("plank", ShapeKind::rectangle, {300, 200});
    plank.zones.push_back({ZoneKind::keep_out, "knot", shapeOf(ShapeKind::circle, {20}), {110, 60}, {}});
    return withPlace(withObject(jobOf(picture(), {120, 80}), 2, plank), 2, {-30, 0}, 0);
}

/// Of a PDF.
int pagesOf(const std::filesystem::path& pdf) {
    const std::string info = run({"pdfinfo", pdf.string()}).out;
    return std::atoi(info.c_str() + info.find("Pages:") + 6);
}

double blackest(const cv::Mat& page, double x_mm, double y_mm, double ppi, double reach_mm) {
    const auto px = [&](double mm) { return static_cast<int>(mm * ppi / 25.4); };
    double least = 255;
    cv::minMaxLoc(
        page(cv::Rect(px(x_mm - reach_mm), px(y_mm - reach_mm), px(2 * reach_mm), px(2 * reach_mm))), &least);
    return least;
}

}  // namespace

TEST(PlacementTemplate, ticksStandOutsideTheWetAreaInLineWithThePicture) {
    const Job job = jobOnPlank();
    for (const Mark& mark : templateMarks(Language{}, job, job.pieces.front(), TemplateKind::placement)) {
        const auto* shape = std::get_if<FilledShape>(&mark);
        if (!shape) continue;
        const RectMm at = extent(mark);
        const bool tick =
            std::abs(std::max(at.width, at.height) - 10) < 0.1 && at.y > -60 && at.bottom() < 60;
        if (!tick) continue;
        const bool clear =
            at.right() <= -90 - 2.9 || at.x >= 30 + 2.9 || at.bottom() <= -40 - 2.9 || at.y >= 40 + 2.9;
        EXPECT_TRUE(clear) << at.x << " " << at.y;
    }
}

TEST(PlacementTemplate, isTrueToSizeOnPaperAndSaysWhatItIs) {
    const ScratchFolder folder;
    Job job = jobOnPlank();
    job.sheets.paper = paperNamed("A3");
    writeTemplate(Language{}, folder / "t.pdf", job, job.pieces.front(), TemplateKind::placement);
    EXPECT_EQ(pagesOf(folder / "t.pdf"), 1);
    EXPECT_THAT(wordsOf(folder / "t.pdf"),
                testing::AllOf(HasSubstr("knot"), HasSubstr("120 x 80 mm"), HasSubstr("top")));
    run({"pdftoppm", "-r", "100", "-gray", "-png", "-singlefile", (folder / "t.pdf").string(),
         (folder / "t").string()});
    const cv::Mat page = load(folder / "t.png");
    // The plank is in the middle of a landscape A3 below the strip for words: its left edge is 60 mm from the
    // page's.
    EXPECT_LT(blackest(page, 60, 150, 100, 0.6), 120);
    EXPECT_LT(blackest(page, 360, 150, 100, 0.6), 120);
    EXPECT_GT(blackest(page, 66, 150, 100, 2), 200);
}

TEST(PlacementTemplate, aTableTopRunsOverSeveralPagesThatOverlap) {
    const ScratchFolder folder;
    Job job = withObject(jobOnPlank(), 2, objectOf("table", ShapeKind::rectangle, {1200, 750}));
    writeTemplate(Language{}, folder / "t.pdf", job, job.pieces.front(), TemplateKind::placement);
    const int pages = pagesOf(folder / "t.pdf");
    EXPECT_GE(pages, 17) << "1.2 x 0.75 m cannot be less of A4";
    EXPECT_LE(pages, 30);
    EXPECT_THAT(wordsOf(folder / "t.pdf"), testing::AllOf(HasSubstr("A1"), HasSubstr("B2")));
}

TEST(Mask, thePositiveAndTheNegativeHatchOppositeSidesOfOneLine) {
    const Job job = jobOnPlank();
    const auto hatched = [&](TemplateKind kind, const PointMm& at) {
        for (const Mark& mark : templateMarks(Language{}, job, job.pieces.front(), kind))
            if (const auto* shape = std::get_if<FilledShape>(&mark); shape && shape->grey > 0.5) {
                const RectMm e = extent(mark);
                if (at.x >= e.x && at.x <= e.right() && at.y >= e.y && at.y <= e.bottom()) return true;
            }
        return false;
    };
    EXPECT_TRUE(hatched(TemplateKind::mask_outside, {-30, 0}));
    EXPECT_FALSE(hatched(TemplateKind::mask_outside, {40, 50}));
    EXPECT_FALSE(hatched(TemplateKind::mask_inside, {-30, 0}));
    EXPECT_TRUE(hatched(TemplateKind::mask_inside, {36, 46}));
}

TEST(SizeLadder, stepsGrowByTheSamePartAndEachSaysItsSize) {
    const std::vector<double> widths = ladder(40, 80, 5);
    ASSERT_EQ(widths.size(), 5u);
    EXPECT_EQ(widths.front(), 40);
    EXPECT_EQ(widths.back(), 80);
    for (std::size_t i = 1; i < widths.size(); ++i)
        EXPECT_NEAR(widths[i] / widths[i - 1], std::pow(2, 0.25), 0.02);
    const ScratchFolder folder;
    const Job job = jobOnPlank();
    writeSizeLadder(Language{}, folder / "l.pdf", job, job.pieces.front(), widths);
    for (double width : widths)
        EXPECT_THAT(wordsOf(folder / "l.pdf"), HasSubstr(formatLength(width, Unit::mm)));
    EXPECT_THROW(writeSizeLadder(Language{}, folder / "m.pdf", job, job.pieces.front(), {100, 900}), Error);
    EXPECT_FALSE(std::filesystem::exists(folder / "m.pdf"));
}

TEST(TrueSizeMarks, aLineIsAsLongAsTheOutlineAndHatchingStaysInside) {
    const Outline circle = ellipseOutline({10, 20}, 80, 80);
    double drawn = 0;
    for (const Mark& mark : lineOf(circle, 0.3)) {
        const auto& shape = std::get<FilledShape>(mark);
        ASSERT_EQ(shape.corners.size(), 4u);
        drawn += std::hypot(shape.corners[1].x - shape.corners[0].x, shape.corners[1].y - shape.corners[0].y);
    }
    EXPECT_NEAR(drawn, lengthOfEdges(circle), 1e-6);
    double dashed = 0;
    for (const Mark& mark : dashesOf(circle, 0.3)) {
        const auto& shape = std::get<FilledShape>(mark);
        dashed +=
            std::hypot(shape.corners[1].x - shape.corners[0].x, shape.corners[1].y - shape.corners[0].y);
    }
    EXPECT_NEAR(dashed / drawn, 0.6, 0.02) << "3 mm of line, 2 mm of gap";
    const Marks hatch = hatchOf(circle, 4, 0.2, 0.5);
    EXPECT_GT(hatch.size(), 10u);
    for (const Mark& mark : hatch)
        for (const PointMm& corner : std::get<FilledShape>(mark).corners)
            EXPECT_LT(std::hypot(corner.x - 10, corner.y - 20), 40.2);
}

TEST(TrueSizeMarks, nothingIsDrawnOfAnEdgeWithoutLength) {
    EXPECT_TRUE(lineOf({{{{3, 3}, {3, 3}, {3, 3}}}}, 0.3).empty());
    EXPECT_TRUE(dashesOf({{{{3, 3}, {3, 3}}}}, 0.3).empty());
}

TEST(CornerTemplate, aTableTopTakesFivePagesThatSayWhereTheyLie) {
    const ScratchFolder folder;
    Job job = withObject(jobOnPlank(), 2, objectOf("table", ShapeKind::rectangle, {1200, 750}));
    job = withPlace(withSize(job, 2, {900, 600}), 2, {-30, 0}, 0);
    const std::vector<CornerPlace> places = cornerPlaces(job, job.pieces.front());
    ASSERT_EQ(places.size(), 5u);
    EXPECT_NEAR(places[0].at.x, -480, 0.2);
    EXPECT_NEAR(places[2].at.y, 300, 0.2);
    EXPECT_THAT(places[0].where, Says(testing::AllOf(HasSubstr("120 mm from the object's left side"),
                                                     HasSubstr("75 mm from its top"))));
    EXPECT_THAT(places[1].where, Says(testing::AllOf(HasSubstr("900 mm from the top left corner"),
                                                     HasSubstr("from the bottom left corner"))));
    writeTemplate(Language{}, folder / "t.pdf", job, job.pieces.front(), TemplateKind::corners);
    EXPECT_EQ(pagesOf(folder / "t.pdf"), 5);
    const std::string words = wordsOf(folder / "t.pdf");
    for (const CornerPlace& place : places) EXPECT_THAT(words, HasSubstr(inEnglish(place.name)));
    EXPECT_THAT(words, testing::AllOf(HasSubstr("1 of 5"), HasSubstr("5 of 5")));

    // The corner lies in the middle of its page, its ticks 3 to 13 mm outside of it, in line with its sides.
    run({"pdftoppm", "-r", "100", "-gray", "-png", "-f", "1", "-l", "1", "-singlefile",
         (folder / "t.pdf").string(), (folder / "t").string()});
    const cv::Mat page = load(folder / "t.png");
    const RectMm room = trueSizeRoom(job.sheets.paper.size, printerOf(job, job.pieces.front()).margins);
    const PointMm corner = middle(room);
    EXPECT_LT(blackest(page, corner.x - 8, corner.y, 100, 0.6), 120);
    EXPECT_LT(blackest(page, corner.x, corner.y - 8, 100, 0.6), 120);
    EXPECT_GT(blackest(page, corner.x - 8, corner.y - 8, 100, 3), 200);
    // The picture's dashed edge runs on from it.
    EXPECT_LT(blackest(page, corner.x + 30, corner.y, 100, 3), 160);
}

TEST(CornerTemplate, fitsPaperThatIsSmallerThanItsWindows) {
    const ScratchFolder folder;
    Job job = jobOnPlank();
    job.sheets.paper.size = {105, 148};
    writeTemplate(Language{}, folder / "t.pdf", job, job.pieces.front(), TemplateKind::corners);
    EXPECT_EQ(pagesOf(folder / "t.pdf"), 5);
}
