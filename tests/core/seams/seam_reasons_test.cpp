#include "core/seams/seam_reasons.h"

#include <gtest/gtest.h>

#include "core/seams/seam_planning.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

SeamCosts plainCosts() {
    SeamCosts costs;
    costs.print = {400, 300};
    costs.cell = 2;
    costs.cell_mm = 0.5;
    costs.across = cv::Mat(150, 200, CV_32FC1, cv::Scalar(1));
    costs.down = cv::Mat(150, 200, CV_32FC1, cv::Scalar(1));
    return costs;
}

Bands bandsWithCut(int at) {
    return straightBands(false, {0, 150, 300}, {{0, at, 400}, {0, 200, 400}}, {{}, {}});
}

}  // namespace

TEST(SeamReason, tellsWhatASeamWasMovedOff) {
    SeamCosts costs = plainCosts();
    const Bands even = bandsWithCut(200), moved = bandsWithCut(240);
    const LineOf cut{0, 0};
    EXPECT_DOUBLE_EQ(reasonOf(costs, even, cut, even).moved_mm, 0);
    EXPECT_DOUBLE_EQ(reasonOf(costs, moved, cut, even).moved_mm, 10);
    EXPECT_FALSE(reasonOf(costs, moved, cut, even).off);
    costs.avoided.push_back({Avoided::Kind::lettering, "", {180, 40, 40, 20}, {180, 40, 40, 20}});
    EXPECT_EQ(reasonOf(costs, moved, cut, even).off, Avoided::Kind::lettering);
    costs.avoided.push_back({Avoided::Kind::care, "Mara", {190, 60, 40, 20}, {190, 60, 40, 20}});
    EXPECT_EQ(reasonOf(costs, moved, cut, even).name, "Mara") << "what matters most";
    EXPECT_FALSE(reasonOf(costs, moved, {1, 0}, even).off) << "the other row's seam stays beside it";
    costs.avoided.clear();
    costs.avoided.push_back({Avoided::Kind::lettering, "", {180, 40, 80, 20}, {180, 40, 80, 20}});
    EXPECT_FALSE(reasonOf(costs, moved, cut, even).off) << "it runs through that here as well";
}

TEST(SeamReason, tellsWhereASeamIsSeenLess) {
    SeamCosts costs = plainCosts();
    costs.down.col(100).setTo(50);
    const Bands even = bandsWithCut(200);
    EXPECT_TRUE(reasonOf(costs, bandsWithCut(240), {0, 0}, even).quieter);
    EXPECT_FALSE(reasonOf(costs, even, {0, 0}, bandsWithCut(240)).quieter);
}

TEST(SeamReason, ofARealPlanNamesLettering) {
    const Job& job = letteredChart();
    const Piece& piece = job.pieces.front();
    const PrintGeometry print = geometryOf(job, piece, job.sheets.ppi);
    const auto costs = seamCostsOf(job, piece, job.sheets.ppi);
    const auto even = evenBands(job, piece, print.size);
    ASSERT_TRUE(even);
    const Bands bands = flipped(planSeams(job, piece, print).bands, print.size.width, print.mirrored);
    int off_lettering = 0;
    for (std::size_t i = 0; i < bands.edges.size(); ++i)
        off_lettering += reasonOf(*costs, bands, {{}, i}, *even).off == Avoided::Kind::lettering;
    for (std::size_t band = 0; band < bands.cuts.size(); ++band)
        for (std::size_t i = 0; i < bands.cuts[band].size(); ++i)
            off_lettering += reasonOf(*costs, bands, {band, i}, *even).off == Avoided::Kind::lettering;
    EXPECT_GT(off_lettering, 0) << "even seams cut its words";
}
