#include "core/marks/sheet_marks.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/documents/test_sheet.h"
#include "core/layout/free_room.h"
#include "tests/support/pictures.h"
#include "tests/support/texts.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

Imposition imposed(const SizeMm& size, const std::string& method = "gel-rub-off", const char* paper = "A4") {
    static const ArtworkPtr everywhere = artworkOf(noise({90, 60}, CV_8UC1));  // what is bare is on no sheet
    Job job = jobOf(everywhere, size, method);
    job.sheets.paper = paperNamed(paper);
    return impose(job);
}

bool says(const Marks& marks, const std::string& text) {
    for (const Mark& mark : marks)
        if (const auto* words = std::get_if<Words>(&mark);
            words && words->text.find(text) != std::string::npos)
            return true;
    return false;
}

/// Thin shapes 4 mm long (or what is left of that at the paper's edge) beside a seam.
bool isTick(const RectMm& r) {
    return std::min(r.width, r.height) < 0.25 && std::max(r.width, r.height) <= 4.01;
}

}  // namespace

RC_GTEST_PROP(SheetMarks, everyMarkLiesOnTheWasteSideWithinThePrintableArea, ()) {
    const SizeMm size{static_cast<double>(*rc::gen::inRange(30, 700)),
                      static_cast<double>(*rc::gen::inRange(30, 700))};
    const Imposition imposition =
        imposed(size, *rc::gen::element<std::string>("gel-rub-off", "tissue-overlay"));
    for (const Sheet& sheet : imposition.sheets) {
        const RectMm area = grown(imposition.grid.mm(sheet.printable), 1e-6);
        const PlacedRegion& part = sheet.regions.front();
        const RectMm kept = imposition.grid.mm(part.placed), inked = imposition.grid.mm(part.inkedOnPage());
        for (const Mark& mark : sheetMarks(Language{}, imposition, sheet, "piece").marks) {
            const RectMm where = grown(extent(mark), -1e-6);
            RC_ASSERT(!overlaps(where, kept));
            RC_ASSERT(!overlaps(where, inked));
            RC_ASSERT(where.x >= area.x && where.y >= area.y && where.right() <= area.right() &&
                      where.bottom() <= area.bottom());
        }
    }
}

TEST(SheetMarks, ticksStandInLineWithTheCutTwoAndAHalfMillimetresOutside) {
    const Imposition imposition =
        imposed({300, 200});  // two upright sheets or two lying, with room beside the seam
    ASSERT_EQ(imposition.sheets.size(), 2u);
    const Sheet& sheet = imposition.sheets.front();
    const PlacedRegion& part = sheet.regions.front();
    const RectMm kept = imposition.grid.mm(part.placed);
    ASSERT_TRUE(part.seams.right || part.seams.bottom);
    int in_line = 0;
    for (const Mark& mark : sheetMarks(Language{}, imposition, sheet, "").marks) {
        const auto* shape = std::get_if<FilledShape>(&mark);
        if (!shape) continue;
        const RectMm r = extent(*shape);
        if (!isTick(r)) continue;
        const bool on_cut = part.seams.right ? r.x == kept.right() && r.width < 0.25
                                             : r.y == kept.bottom() && r.height < 0.25;
        if (!on_cut) continue;
        ++in_line;
        const double away = part.seams.right ? (r.y > kept.y ? r.y - kept.bottom() : kept.y - r.bottom())
                                             : (r.x > kept.x ? r.x - kept.right() : kept.x - r.right());
        EXPECT_NEAR(away, 2.5, 1e-9);
        EXPECT_NEAR(std::max(r.width, r.height), 4, 1e-9);
    }
    EXPECT_EQ(in_line, 2) << "one tick at either end of the seam";
}

TEST(SheetMarks, aSheetSaysWhatItIs) {
    const Imposition imposition = imposed({300, 200});
    const SheetMarks marks = sheetMarks(Language{}, imposition, imposition.sheets[1], "Star chart");
    EXPECT_TRUE(marks.words && marks.check_bar);
    EXPECT_TRUE(says(marks.marks, imposition.sheets[1].label));
    EXPECT_TRUE(says(marks.marks, "ink side, this way up"));
    EXPECT_TRUE(says(marks.marks, "backwards here? the printer mirrored: stop"));
    EXPECT_TRUE(says(marks.marks, "100 mm") && says(marks.marks, "4 in"));
}

TEST(SheetMarks, aSmallSheetGetsTheShortBar) {
    const Imposition imposition = imposed({60, 40}, "gel-rub-off", "90x100");
    const SheetMarks marks = sheetMarks(Language{}, imposition, imposition.sheets.front(), "");
    EXPECT_TRUE(says(marks.marks, "50 mm"));
    EXPECT_FALSE(says(marks.marks, "100 mm"));
}

TEST(SheetMarks, aSheetLaidWholeCarriesNone) {
    const Imposition imposition = imposed({100, 80}, "release-sheet-press");
    EXPECT_TRUE(sheetMarks(Language{}, imposition, imposition.sheets.front(), "x").marks.empty());
    EXPECT_TRUE(needsTestSheet(Language{}, imposition));
    EXPECT_TRUE(says(testSheetMarks(Language{}, imposition), inEnglish(tellTale())));
    EXPECT_TRUE(says(testSheetMarks(Language{}, imposition), "100 mm"));
    EXPECT_FALSE(needsTestSheet(Language{}, imposed({100, 80})));
}

TEST(SheetMarks, aSheetThatIsFullAsksForTheTestSheet) {
    const Imposition imposition = imposed({199.8, 286.8});
    EXPECT_FALSE(sheetMarks(Language{}, imposition, imposition.sheets.front(), "x").words);
    EXPECT_TRUE(needsTestSheet(Language{}, imposition));
}

TEST(SheetMarks, theWordsArrowAlwaysPointsUpThePage) {
    // Narrow free strips only at the sides: words stand upright there.
    const Imposition imposition = imposed({180, 286});
    const SheetMarks marks = sheetMarks(Language{}, imposition, imposition.sheets.front(), "x");
    ASSERT_TRUE(marks.words);
    for (const Mark& mark : marks.marks)
        if (const auto* shape = std::get_if<FilledShape>(&mark); shape && shape->corners.size() == 7) {
            const RectMm all = extent(*shape);
            EXPECT_NEAR(shape->corners.front().y, all.y, 1e-9) << "its tip is its highest point";
            EXPECT_NEAR(shape->corners.front().x, all.x + all.width / 2, 1e-9);
        }
}

TEST(CheckBar, measuresWhatItSays) {
    for (const auto& [kind, mm, inches] :
         {std::tuple{BarKind::tall_100, 100.0, 4}, {BarKind::low_50, 50.0, 2}}) {
        double right_above = 0, right_below = 0, left = 1e9;
        for (const Mark& mark : checkBar(Language{}, kind))
            if (const auto* shape = std::get_if<FilledShape>(&mark)) {
                const RectMm r = extent(*shape);
                left = std::min(left, r.x);
                if (r.height < 0.25) continue;
                double& right = r.y < 0 ? right_above : right_below;
                right = std::max(right, r.right());
            }
        EXPECT_NEAR(right_above - left, mm, 1e-9);
        EXPECT_NEAR(right_below - left, inches * 25.4, 1e-9);
    }
}

RC_GTEST_PROP(FreeRoom, isFreeAndInside, ()) {
    const RectMm area{5, 5, 200, 280};
    std::vector<RectMm> obstacles;
    for (int i = 0, n = *rc::gen::inRange(0, 12); i < n; ++i)
        obstacles.push_back(
            {static_cast<double>(*rc::gen::inRange(0, 200)), static_cast<double>(*rc::gen::inRange(0, 280)),
             static_cast<double>(*rc::gen::inRange(1, 120)), static_cast<double>(*rc::gen::inRange(1, 120))});
    const SizeMm size{static_cast<double>(*rc::gen::inRange(1, 150)),
                      static_cast<double>(*rc::gen::inRange(1, 60))};
    if (const auto at = findRoom(area, obstacles, size)) {
        const RectMm place = grown({at->x, at->y, size.width, size.height}, -1e-6);
        RC_ASSERT(place.x >= area.x && place.y >= area.y && place.right() <= area.right() &&
                  place.bottom() <= area.bottom());
        for (const RectMm& obstacle : obstacles) RC_ASSERT(!overlaps(place, obstacle));
    } else {
        RC_ASSERT(!obstacles.empty());
    }
}

TEST(SheetMarks, partsOfASharedSheetAreNamedBesideThem) {
    Job job = jobOf(picture(), {60, 40});
    job = withPiece(job, {picture(), {}, job.pieces.front().method, {50, 50}, 1});
    const Imposition imposition = impose(job);
    ASSERT_EQ(imposition.sheets.size(), 1u);
    const Sheet& sheet = imposition.sheets.front();
    const std::vector<std::string> labels{"Moon · lid", "Comet · bag"};
    const SheetMarks marks = sheetMarks(Language{}, imposition, sheet, "job", labels);
    for (std::size_t i = 0; i < labels.size(); ++i) {
        const auto mark = std::find_if(marks.marks.begin(), marks.marks.end(), [&](const Mark& each) {
            const auto* words = std::get_if<Words>(&each);
            return words && words->text == labels[i];
        });
        ASSERT_NE(mark, marks.marks.end()) << labels[i];
        const RectMm words = extent(*mark);
        EXPECT_TRUE(overlaps(grown(words, 8), imposition.grid.mm(sheet.regions[i].placed))) << "near its own";
        for (const PlacedRegion& part : sheet.regions)
            EXPECT_FALSE(overlaps(words, imposition.grid.mm(part.placed))) << "on none";
    }
}
