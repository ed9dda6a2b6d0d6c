#include "core/job/tab.h"

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/job/landing.h"
#include "core/layout/imposition.h"
#include "core/marks/sheet_marks.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

Job tabbed(const Object& object, const SizeMm& size, const std::string& method = "gel-rub-off") {
    Job job = withObject(jobOf(picture(), size, method), 2, object);
    Edge edge;
    edge.tab = true;
    return withEdge(std::move(job), 2, edge);
}

std::optional<Tab> tabOf(const Job& job) { return tabOf(job, job.pieces.front()); }

std::vector<Words> wordsOn(const SheetMarks& marks) {
    std::vector<Words> all;
    for (const Mark& mark : marks.marks)
        if (const auto* words = std::get_if<Words>(&mark)) all.push_back(*words);
    return all;
}

}  // namespace

TEST(Tab, reachesTwelveMillimetresBeyondTheRim) {
    const Object board = objectOf("board", ShapeKind::rectangle, {120, 100});
    EXPECT_FALSE(tympan::tabOf(jobOf(picture(), {90, 60}), jobOf(picture(), {90, 60}).pieces.front()));
    // 60 mm high in the middle of 100 mm: 20 mm of bare board above it.
    const std::optional<Tab> tab = tabOf(tabbed(board, {90, 60}));
    ASSERT_TRUE(tab);
    EXPECT_DOUBLE_EQ(tab->reach_mm, 20 + tab_outside_mm);
    EXPECT_DOUBLE_EQ(tab->width_mm, 40);
    // Ink that is printed over the rim to be trimmed: the tab begins where it ends.
    EXPECT_DOUBLE_EQ(tabOf(tabbed(board, {180, 120}))->reach_mm, tab_outside_mm);
    EXPECT_DOUBLE_EQ(tabOf(tabbed(Object{}, {90, 60}))->reach_mm, tab_outside_mm) << "a spot has no rim";
}

TEST(Tab, isNotWhereItCouldNotBeHeld) {
    EXPECT_FALSE(tabOf(tabbed(Object{}, {90, 60}, "release-sheet-press")))
        << "laid whole: nothing is trimmed";
    EXPECT_FALSE(tabOf(tabbed(objectOf("top", ShapeKind::rectangle, {900, 600}), {90, 60}))) << "too far";
    EXPECT_FALSE(tabOf(tabbed(objectOf("tin", ShapeKind::tapered, {360, 270, 150}), {90, 60})));
}

RC_GTEST_PROP(Tab, whatIsPrintedOnItLiesOutsideTheObject, ()) {
    const ShapeKind kind = *rc::gen::element(ShapeKind::circle, ShapeKind::heart, ShapeKind::polygon,
                                             ShapeKind::triangle, ShapeKind::arch);
    Job job = tabbed(objectOf("thing", kind, resized(shapeOf(kind), {140, 120}).measures), {60, 40});
    const double turn = *rc::gen::element(0.0, 15.0, 90.0, -120.0);
    job = withPlace(job, 2, {*rc::gen::inRange(-10, 10) * 1.0, *rc::gen::inRange(-10, 10) * 1.0}, turn);
    const Piece& piece = job.pieces.front();
    const std::optional<Tab> tab = tympan::tabOf(job, piece);
    if (!tab) RC_DISCARD("the rim is far");
    const Landing landing = landingOf(job, piece);
    const double top = landing.box.y - tab->reach_mm, x = middle(landing.box).x;
    const Outline plate = outlineOf(objectOf(job, piece).shape);
    for (double across : {-0.5, -0.2, 0.0, 0.3, 0.5})
        for (double down : {0.0, 0.5, 0.99})
            RC_ASSERT(!contains(
                plate, landing.toObject(PointMm{x + across * tab->width_mm, top + down * tab_outside_mm})));
}

TEST(Tab, takesRoomOnTheSheetAndSaysWhichSideAndEnd) {
    const Object board = objectOf("board", ShapeKind::rectangle, {100, 70});
    for (const auto& [method, side] :
         {std::pair{"gel-rub-off", "glue this side"}, {"tissue-overlay", "this side up"}}) {
        const Job job = withCopies(tabbed(board, {90, 60}, method), 2, 5);
        const Imposition imposition = impose(job);
        for (const Sheet& sheet : imposition.sheets) {
            for (const PlacedRegion& part : sheet.regions) {
                EXPECT_EQ(part.tab_px, imposition.grid.firstAfter(5 + tab_outside_mm));
                EXPECT_TRUE(contains(sheet.printable, part.withTab()));
                EXPECT_TRUE(contains(part.withTab(), part.placed));
                for (const PlacedRegion& other : sheet.regions)
                    EXPECT_TRUE(&other == &part || intersection(part.withTab(), other.withTab()).area() == 0);
            }
            const std::vector<Words> words = wordsOn(sheetMarks(Language{}, imposition, sheet, "x"));
            const auto said = [&](const std::string& text) {
                return std::count_if(words.begin(), words.end(),
                                     [&](const Words& w) { return w.text == text; });
            };
            EXPECT_EQ(said("top"), static_cast<long>(sheet.regions.size())) << method;
            EXPECT_EQ(said(side), static_cast<long>(sheet.regions.size())) << method;
        }
    }
}

// Marks lie within the outermost 12 mm of each tab, whichever way the piece is turned on the paper.
TEST(Tab, itsMarksStayOnIt) {
    Job job = tabbed(objectOf("strip", ShapeKind::rectangle, {250, 60}), {240, 50});
    job.pieces.front().size = {240, 50};
    const Imposition imposition = impose(job);
    const Sheet& sheet = imposition.sheets.front();
    const PlacedRegion& part = sheet.regions.front();
    const RectMm all = imposition.grid.mm(part.withTab());
    const RectMm outer = part.rotation_deg == 90
                             ? RectMm{all.right() - tab_outside_mm, all.y, tab_outside_mm, all.height}
                             : RectMm{all.x, all.y, all.width, tab_outside_mm};
    int found = 0;
    for (const Mark& mark : sheetMarks(Language{}, imposition, sheet, "x").marks) {
        const auto* words = std::get_if<Words>(&mark);
        if (!words || (words->text != "top" && words->text != "glue this side")) continue;
        ++found;
        const RectMm e = extent(mark);
        EXPECT_GE(e.x, outer.x - 0.01);
        EXPECT_LE(e.right(), outer.right() + 0.01);
        EXPECT_GE(e.y, outer.y - 0.01);
        EXPECT_LE(e.bottom(), outer.bottom() + 0.01);
    }
    EXPECT_EQ(found, 2);
}

TEST(Tab, isLeftOutWhereThePaperHasNoRoomForIt) {
    // Exactly as high as A4's printable area: the picture alone goes on one sheet.
    Job job = tabbed(objectOf("tall", ShapeKind::rectangle, {190, 286}), {100, 80});
    job.pieces.front().size = {190, 286};
    ASSERT_TRUE(tabOf(job));
    EXPECT_FALSE(tabOnPaper(job, job.pieces.front()));
    const Imposition imposition = impose(job);
    ASSERT_EQ(imposition.sheets.size(), 1u);
    EXPECT_EQ(imposition.sheets.front().regions.front().tab_px, 0);
}
