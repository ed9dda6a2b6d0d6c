#include "core/marks/seam_marks.h"

#include <opencv2/imgproc.hpp>
#include <set>

#include <gtest/gtest.h>

#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

Imposition imposed(SeamManner manner, const std::string& method = "gel-rub-off") {
    cv::Mat pixels(400, 600, CV_8UC1, cv::Scalar(255));
    for (int i = 0; i < 12; ++i) cv::circle(pixels, {50 + 47 * i, 60 + 83 * i % 300}, 30, 60, 3, cv::LINE_AA);
    Job job = jobOf(artworkOf(pixels), {600, 400}, method);
    job.sheets.ppi = 100;
    job.sheets.seams = manner;
    return impose(job);
}

/// Where the letters of each seam stand, along the seam and in the print's own pixels.
std::map<std::string, std::vector<double>> lettersOn(const Imposition& imposition, const Sheet& sheet) {
    std::map<std::string, std::vector<double>> found;
    const PlacedRegion& part = sheet.regions.front();
    const PixelGrid& grid = imposition.grid;
    for (const Mark& mark : seamMarks(imposition, part, grid.mm(sheet.printable)).marks)
        if (const auto* words = std::get_if<Words>(&mark)) {
            const double x = words->at.x + grid.mm(part.region.x - part.placed.x),
                         y = words->at.y + grid.mm(part.region.y - part.placed.y);
            // Along a seam that runs down it is y that both of its sheets share.
            found[words->text + " x"].push_back(x);
            found[words->text + " y"].push_back(y);
        }
    return found;
}

}  // namespace

TEST(SeamMarks, bothSheetsOfASeamBearItsLetterAtTheSamePlaces) {
    const Imposition imposition = imposed(SeamManner::quiet);
    const SeamPlan& plan = imposition.plans.front();
    int compared = 0;
    for (std::size_t i = 0; i < plan.seams.size(); ++i) {
        const Seam& seam = plan.seams[i];
        const bool down = seam.path.front().x == seam.path.back().x;
        const std::string key = seamLetter(i) + (down ? " y" : " x");
        const auto sheetOf = [&](std::size_t tile) {
            return std::find_if(imposition.sheets.begin(), imposition.sheets.end(),
                                [&](const Sheet& sheet) { return sheet.regions.front().tile == tile; });
        };
        const auto before = sheetOf(seam.before), after = sheetOf(seam.after);
        if (before == imposition.sheets.end() || after == imposition.sheets.end()) continue;  // bare
        auto first = lettersOn(imposition, *before), second = lettersOn(imposition, *after);
        if (first[key].empty()) continue;
        ASSERT_EQ(first[key].size(), second[key].size());
        for (std::size_t n = 0; n < first[key].size(); ++n) EXPECT_NEAR(first[key][n], second[key][n], 1e-6);
        ++compared;
        for (auto other = imposition.sheets.begin(); other != imposition.sheets.end(); ++other)
            if (other != before && other != after) {
                EXPECT_TRUE(lettersOn(imposition, *other)[key].empty());
            }
    }
    EXPECT_GT(compared, 4);
}

TEST(SeamMarks, patternsDifferFromSeamToSeam) {
    std::set<std::vector<double>> patterns;
    for (std::size_t seam = 0; seam < 15; ++seam) patterns.insert(seamPattern(seam));
    EXPECT_EQ(patterns.size(), 15u);
    EXPECT_EQ(seamLetter(0), "a");
    EXPECT_EQ(seamLetter(22), "z");
    EXPECT_EQ(seamLetter(23), "aa");
}

TEST(SeamMarks, aWanderingCutIsDrawnOnTheWasteSideAlone) {
    const Imposition imposition = imposed(SeamManner::wandering);
    int lines = 0;
    for (const Sheet& sheet : imposition.sheets) {
        const PlacedRegion& part = sheet.regions.front();
        const Tile& tile = imposition.plans.front().tiles[*part.tile];
        if (tile.outline.empty()) continue;
        std::vector<cv::Point2f> outline;
        for (const PlacePx& at : tile.outline)
            outline.emplace_back(static_cast<float>(at.x - part.region.x + part.placed.x),
                                 static_cast<float>(at.y - part.region.y + part.placed.y));
        for (const Mark& mark : seamMarks(imposition, part, imposition.grid.mm(sheet.printable)).marks) {
            const auto* shape = std::get_if<FilledShape>(&mark);
            if (!shape || shape->corners.size() < 6) continue;
            ++lines;
            for (const PointMm& corner : shape->corners) {
                const cv::Point2f at(static_cast<float>(corner.x / imposition.grid.pixel_mm()),
                                     static_cast<float>(corner.y / imposition.grid.pixel_mm()));
                EXPECT_LT(cv::pointPolygonTest(outline, at, true), 0.02) << sheet.label;
            }
        }
    }
    EXPECT_GT(lines, 4);
}

TEST(SeamMarks, aSheetThatGoesUnderIsCutWhereItsOverlapEnds) {
    const Imposition imposition = imposed(SeamManner::quiet, "tissue-overlay");
    const PlacedRegion& first = imposition.sheets[0].regions.front();
    const Seam& seam = imposition.plans.front().seams.front();
    ASSERT_EQ(seam.joint, Joint::lap);
    const PlacedRegion& under = imposition.sheets[seam.after].regions.front();
    const bool down = seam.path.front().x == seam.path.back().x;
    EXPECT_EQ(down ? under.region.x - under.inked.x : under.region.y - under.inked.y, seam.overlap_px);
    EXPECT_EQ(
        down ? first.inked.right() - first.region.right() : first.inked.bottom() - first.region.bottom(),
        imposition.grid.nearest(bleed_mm));
    // A tick in line with the end of the overlap, none in line with the seam.
    const PixelGrid& grid = imposition.grid;
    const RectMm ink = grid.mm(under.inkedOnPage()), kept = grid.mm(under.placed);
    int at_overlap = 0, at_seam = 0;
    for (const RectMm& r :
         seamMarks(imposition, under, grid.mm(imposition.sheets[seam.after].printable)).taken) {
        const double edge = down ? r.right() : r.bottom();
        const bool along = down ? r.height > r.width : r.width > r.height;
        if (along && std::abs(edge - (down ? ink.x : ink.y)) < 1e-6) ++at_overlap;
        if (along && std::abs(edge - (down ? kept.x : kept.y)) < 1e-6) ++at_seam;
    }
    EXPECT_GT(at_overlap, 0);
    EXPECT_EQ(at_seam, 0);
}
