#include "core/documents/cut_paths.h"

#include <gmock/gmock.h>

#include "core/base/error.h"
#include "core/job/edits.h"
#include "core/layout/cut_outline.h"
#include "core/marks/cut_marks.h"
#include "core/measure/outline_operations.h"
#include "core/object/outline_file.h"
#include "tests/support/pictures.h"
#include "tests/support/texts.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

Job plates() {
    Job job = jobOf(picture(), {60, 40});
    job = withObject(job, job.pieces.front().id, objectOf("plate", ShapeKind::circle, {38}));
    job = withEdge(job, job.pieces.front().id, {.cut = Cut::object});
    return withCopies(job, job.pieces.front().id, 5);
}

/// All closed paths of a layer, as one area.
double areaOfLayer(const std::string& svg, const std::string& layer) {
    const std::size_t from = svg.find("<g id=\"" + layer + "\""), to = svg.find("</g>", from);
    const ScratchFolder folder;
    write(folder / "layer.svg",
          svg.substr(0, svg.find("<title>")) + svg.substr(from, to - from) + "</g></svg>");
    return area(readOutlineFile(folder / "layer.svg").outline);
}

}  // namespace

TEST(CutPaths, areTheOutlinesWherePiecesLie) {
    Job job = plates();
    const Imposition imposition = impose(job);
    ASSERT_EQ(sheetsToCut(imposition).size(), 1);
    const std::string svg = cutPathsSvg(Language{}, job, imposition, 0, CutFrom::printed_side);
    EXPECT_THAT(svg, HasSubstr("width=\"210.000mm\""));
    EXPECT_NEAR(areaOfLayer(svg, "cut"), 5 * 3.14159 * 19 * 19, 20);
    job.sheets.cut_beyond_mm = 2;
    EXPECT_NEAR(areaOfLayer(cutPathsSvg(Language{}, job, imposition, 0, CutFrom::printed_side), "cut"),
                5 * 3.14159 * 21 * 21, 25);
    job.sheets.cut_beyond_mm = 15;  // more than there is between two
    const std::vector<Outline> cuts = cutOutlines(job, imposition, imposition.sheets[0]);
    for (std::size_t i = 0; i < cuts.size(); ++i)
        for (std::size_t j = i + 1; j < cuts.size(); ++j) EXPECT_LT(area(shared(cuts[i], cuts[j])), 0.5);
}

TEST(CutPaths, fromTheBackAreTheMirrorImage) {
    const Job job = plates();
    const Imposition imposition = impose(job);
    const ScratchFolder folder;
    writeCutPaths(Language{}, folder / "front.svg", job, imposition, CutFrom::printed_side);
    writeCutPaths(Language{}, folder / "back.svg", job, imposition, CutFrom::back);
    const auto front = contentOf(folder / "front.svg"), back = contentOf(folder / "back.svg");
    EXPECT_NE(front, back);
    EXPECT_NEAR(areaOfLayer(front, "cut"), areaOfLayer(back, "cut"), 0.1);
}

TEST(CutPaths, aJobWithoutSmallPiecesHasNone) {
    const Job job = jobOf(picture(), {600, 400});
    try {
        writeCutPaths(Language{}, "/tmp/never.svg", job, impose(job), CutFrom::printed_side);
        FAIL();
    } catch (const Error& error) {
        EXPECT_THAT(error.wrong(), Says(HasSubstr("no sheet")));
    }
}

TEST(CutMarks, lieOnTheWasteSide) {
    Job job = plates();
    job.sheets.cut_lines = job.sheets.corner_marks = true;
    const Imposition imposition = impose(job);
    const Sheet& sheet = imposition.sheets[0];
    const Marks lines = cutLines(job, imposition, sheet);
    ASSERT_GT(lines.size(), 20u);
    EXPECT_FALSE(cornerMarks(job, imposition, sheet).empty());
    for (const PlacedRegion& part : sheet.regions) {
        const Outline cut = onPage(imposition.cuts[part.print], part, imposition.grid);
        for (const Mark& mark : lines)
            for (const PointMm& corner : std::get<FilledShape>(mark).corners) {
                EXPECT_FALSE(contains(cut, corner));
                EXPECT_GT(distanceToEdge(cut, corner), 0.3);
            }
    }
    job.sheets.scissor_gap_mm = 1;
    EXPECT_TRUE(cutLines(job, impose(job), sheet).empty()) << "no room between pieces";
}
