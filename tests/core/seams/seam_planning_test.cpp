#include "core/seams/seam_planning.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/base/error.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

const Job& chart() { return letteredChart(); }

SeamPlan planned(const Job& job) {
    const Piece& piece = job.pieces.front();
    return planSeams(job, piece, geometryOf(job, piece, job.sheets.ppi));
}

double costOfPlan(const Job& job, const SeamPlan& plan) {
    const Piece& piece = job.pieces.front();
    const PrintGeometry print = geometryOf(job, piece, job.sheets.ppi);
    return costOf(*seamCostsOf(job, piece, job.sheets.ppi),
                  flipped(plan.bands, print.size.width, print.mirrored));
}

Job inManner(SeamManner manner) {
    Job job = chart();
    job.sheets.seams = manner;
    return job;
}

}  // namespace

TEST(SeamPlanning, quietSeamsKeepOutOfLetteringOnAsManySheets) {
    const SeamPlan regular = planned(inManner(SeamManner::regular)),
                   quiet = planned(inManner(SeamManner::quiet)),
                   wandering = planned(inManner(SeamManner::wandering));
    EXPECT_EQ(quiet.tiles.size(), regular.tiles.size());
    EXPECT_EQ(wandering.tiles.size(), regular.tiles.size());
    const double even = costOfPlan(chart(), regular), hidden = costOfPlan(chart(), quiet);
    EXPECT_LT(hidden, even / 2);
    EXPECT_LE(costOfPlan(chart(), wandering), hidden);
    const auto costs = seamCostsOf(chart(), chart().pieces.front(), chart().sheets.ppi);
    const auto lettering = std::count_if(costs->avoided.begin(), costs->avoided.end(),
                                         [](const Avoided& a) { return a.kind == Avoided::Kind::lettering; });
    EXPECT_GE(lettering, 5) << "the words are found";
}

TEST(SeamPlanning, theMirroredPlanIsTheFlippedOne) {
    for (SeamManner manner : seam_manners) {
        Job job = inManner(manner);
        const Piece& piece = job.pieces.front();
        PrintGeometry print = geometryOf(job, piece, job.sheets.ppi);
        print.mirrored = Mirrored::no;
        const SeamPlan plain = planSeams(job, piece, print);
        print.mirrored = Mirrored::yes;
        const SeamPlan mirrored = planSeams(job, piece, print);
        EXPECT_EQ(mirrored.bands, flipped(plain.bands, print.size.width, Mirrored::yes)) << name(manner);
    }
}

TEST(SeamPlanning, moreSheetsHideSeamsNoWorse) {
    Job job = chart();
    const SeamPlan plain = planned(job);
    job.sheets.more_sheets = 2;
    const SeamPlan more = planned(job);
    EXPECT_EQ(more.tiles.size(), plain.tiles.size() + 2);
}

TEST(SeamPlanning, theFewestSheetsLieBothWays) {
    // 300 x 460 mm on A4: a grid takes 2 x 2 upright; upright under across would do with fewer only where
    // a band of sheets laid across is deep enough.
    Job job = jobOf(picture(), {540, 460});
    job.sheets.ppi = 72;
    const long grid = sheetsForOneCopy(job, job.pieces.front());
    const long fewest = fewestSheets(job, job.pieces.front());
    EXPECT_LE(fewest, grid);
    job.sheets.fewest = true;
    EXPECT_EQ(static_cast<long>(planned(job).tiles.size()), fewest);
}

RC_GTEST_PROP(SeamPlanning, countsWithoutLookingAreThoseOfThePlan, ()) {
    Job job = jobOf(picture(), {static_cast<double>(*rc::gen::inRange(100, 900)),
                                static_cast<double>(*rc::gen::inRange(100, 900))});
    job.sheets.ppi = 40;
    job.sheets.seams =
        *rc::gen::elementOf(std::vector<SeamManner>(std::begin(seam_manners), std::end(seam_manners)));
    job.sheets.fewest = *rc::gen::arbitrary<bool>();
    job.sheets.more_sheets = *rc::gen::inRange(0, 3);
    job.pieces.front().joining.joint = *rc::gen::element(Joint::butt, Joint::lap, Joint::two_goes);
    const SeamPlan plan = planned(job);
    RC_ASSERT(static_cast<long>(plan.tiles.size()) == sheetsForOneCopy(job, job.pieces.front()));
    const SheetRoom room = roomOf(job, job.pieces.front());
    for (const Tile& tile : plan.tiles) {
        const Sides sides = seamSides(plan, tile);
        RC_ASSERT(tile.region.width <= room.across(tile.page, sides.left + sides.right));
        RC_ASSERT(tile.region.height <= room.down(tile.page, sides.top + sides.bottom));
    }
}

TEST(SeamPlanning, seamsLaidByHandStayWhileSheetsHaveRoom) {
    Job job = chart();
    KeptSeams kept{false, {450, 300}, {140}, {{150, 300}, {160, 310}}};
    job.pieces.front().joining.seams = kept;
    const SeamPlan plan = planned(job);
    ASSERT_EQ(plan.tiles.size(), 6u);
    const PixelGrid grid{job.sheets.ppi};
    const Bands finished = flipped(plan.bands, plan.print.width, Mirrored::yes);
    EXPECT_EQ(finished.edges[0].corners.front().y, grid.nearest(140));
    EXPECT_EQ(finished.cuts[1][0].corners.front().y, grid.nearest(160));

    // At half the size they lie at half the places.
    job = withWidth(job, job.pieces.front().id, 300, Proportions::keep);
    const SeamPlan smaller = planned(job);
    EXPECT_EQ(flipped(smaller.bands, smaller.print.width, Mirrored::yes).cuts[1][0].corners.front().y,
              grid.nearest(160 * 2 / 3.0));

    // A sheet of 290 mm is more than there is room for: they are laid anew.
    kept.cuts_mm[0] = {290, 340};
    job = chart();
    job.pieces.front().joining.seams = kept;
    EXPECT_EQ(planned(job), planned(chart()));
}

TEST(SeamPlanning, paperThatStaysOverlapsAndOtherDoesNot) {
    Job job = chart();
    EXPECT_EQ(planned(job).seams.front().joint, Joint::butt);
    EXPECT_EQ(planned(job).seams.front().overlap_px, 0);
    Job tissue = jobOf(job.pieces.front().artwork, {450, 300}, "tissue-overlay");
    tissue.sheets.ppi = 100;
    const SeamPlan lapped = planned(tissue);
    EXPECT_EQ(lapped.seams.front().joint, Joint::lap);
    EXPECT_EQ(lapped.seams.front().overlap_px, PixelGrid{100}.nearest(tissue.sheets.overlap_mm));
    tissue.pieces.front().joining.joint = Joint::butt;
    EXPECT_EQ(planned(tissue).seams.front().joint, Joint::butt) << "the maker's wish";
}

TEST(SeamPlanning, sheetsThatAreLaidWholeMeetEdgeToEdgeAlongStraightLines) {
    // Nobody trims them: a wandering seam or an overlap would lay the same ink twice.
    Job job = jobOf(chart().pieces.front().artwork, {450, 300}, "release-sheet-press");
    job.sheets.ppi = 100;
    job.sheets.seams = SeamManner::wandering;
    for (Joint joint : joints) {
        job.pieces.front().joining.joint = joint;
        const SeamPlan plan = planned(job);
        ASSERT_FALSE(plan.seams.empty());
        long area = 0;
        for (std::size_t tile = 0; tile < plan.tiles.size(); ++tile) area += inkedFor(plan, tile, 0).area();
        EXPECT_EQ(area, static_cast<long>(plan.print.width) * plan.print.height) << name(joint);
    }
}

TEST(SeamPlanning, stopsWhenAskedTo) {
    Job job = chart();
    job.sheets.more_sheets = 3;  // a plan that is not kept yet
    std::stop_source stopped;
    stopped.request_stop();
    const Piece& piece = job.pieces.front();
    EXPECT_THROW(planSeams(job, piece, geometryOf(job, piece, job.sheets.ppi), {stopped.get_token(), {}}),
                 Error);
}
