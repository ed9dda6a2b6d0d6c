#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/seams/band_search.h"
#include "core/seams/path_search.h"
#include "core/seams/seam_plan.h"
#include "core/seams/wandering.h"

using namespace tympan;

namespace {

constexpr int cell = 4;

/// A print of cells that cost `even` each.
SeamCosts costsOf(int columns, int rows, float even) {
    SeamCosts costs;
    costs.print = {columns * cell, rows * cell};
    costs.cell = cell;
    costs.cell_mm = 0.5;
    costs.across = cv::Mat(rows, columns, CV_32FC1, cv::Scalar(even));
    costs.down = costs.across.clone();
    return costs;
}

void bar(SeamCosts& costs, const cv::Rect& cells, float cost) {
    costs.across(cells).setTo(cost);
    costs.down(cells).setTo(cost);
}

SheetRoom room(int width, int height) { return {{width, height}, {height, width}, 20}; }

bool fits(const SeamPlan& plan, const SheetRoom& room) {
    return std::all_of(plan.tiles.begin(), plan.tiles.end(), [&](const Tile& tile) {
        const Sides sides = seamSides(plan, tile);
        return tile.region.width <= room.across(tile.page, sides.left + sides.right) &&
               tile.region.height <= room.down(tile.page, sides.top + sides.bottom);
    });
}

std::optional<FoundBands> quietest(const SeamCosts& costs, const SheetRoom& room, int sheets, int least_px) {
    auto found = quietestBands(costs, room, sheets, least_px);
    if (found.empty()) return {};
    return std::move(found.front());
}

Bands wandering(const SeamCosts& costs, const SheetRoom& room, const Bands& straight,
                Wandering edges = Wandering::anywhere) {
    return Wanderer(costs, room).from(straight, edges);
}

SeamPlan planOf(const SeamCosts& costs, const Bands& bands) {
    return tympan::planOf(costs.print, bands, Joint::butt, 0);
}

}  // namespace

TEST(QuietSeams, goRoundWhatMustStayWhole) {
    // 300 x 200 cells on sheets of 440 x 600 px: 3 x 2 sheets, with half a sheet to spare each way.
    SeamCosts costs = costsOf(300, 200, 1);
    bar(costs, {130, 60, 60, 80}, barred_cost);
    const auto found = quietest(costs, room(560, 600), 6, 40);
    ASSERT_TRUE(found);
    const SeamPlan plan = planOf(costs, found->bands);
    EXPECT_EQ(plan.tiles.size(), 6u);
    const RectPx barred{130 * cell, 60 * cell, 60 * cell, 80 * cell};
    for (const Seam& seam : plan.seams) EXPECT_FALSE(crosses(seam, barred));
    EXPECT_LT(found->cost, barred_cost);
}

TEST(QuietSeams, aThinQuietLineIsFound) {
    SeamCosts costs = costsOf(240, 100, 50);
    bar(costs, {97, 0, 2, 100}, 0);  // one cell to either side of 98
    const auto found = quietest(costs, room(620, 420), 2, 40);
    ASSERT_TRUE(found);
    ASSERT_EQ(found->bands.cuts.size(), 1u);
    EXPECT_EQ(found->bands.cuts[0][0].corners.front().y, 98 * cell);
    EXPECT_NEAR(found->cost, 0, 1e-6);
}

TEST(QuietSeams, noPlanOfSoFewSheetsIsNone) {
    const SeamCosts costs = costsOf(300, 200, 1);
    EXPECT_TRUE(quietestBands(costs, room(440, 600), 3, 40).empty());
    EXPECT_TRUE(quietestBands(costs, room(30, 30), 100, 4).empty()) << "bands leave nothing of such a sheet";
}

RC_GTEST_PROP(QuietSeams, areNoWorseThanEvenOnesAndFitTheirSheets, ()) {
    const int columns = *rc::gen::inRange(120, 260), rows = *rc::gen::inRange(120, 260);
    SeamCosts costs = costsOf(columns, rows, 1);
    for (int i = *rc::gen::inRange(0, 12); i-- > 0;)
        bar(costs,
            cv::Rect(*rc::gen::inRange(0, columns), *rc::gen::inRange(0, rows), *rc::gen::inRange(1, 60),
                     *rc::gen::inRange(1, 60)) &
                cv::Rect(0, 0, columns, rows),
            static_cast<float>(*rc::gen::inRange(0, 100)));
    const SheetRoom sheet = room(*rc::gen::inRange(200, 500), *rc::gen::inRange(200, 500));
    const std::vector<int> across = cuts(costs.print.width, sheet.portrait.width, sheet.band),
                           down = cuts(costs.print.height, sheet.portrait.height, sheet.band);
    RC_PRE(!across.empty() && !down.empty() && across.size() + down.size() > 4);
    const Bands even = straightBands(false, down, std::vector(down.size() - 1, across),
                                     std::vector(down.size() - 1, Orientation::portrait));
    const int sheets = static_cast<int>((across.size() - 1) * (down.size() - 1));
    const auto quiet = quietest(costs, sheet, sheets, 8);
    // Seams lie between cells: sheets that are full to the edge may leave them no place.
    const auto spare = [&](const std::vector<int>& at, int length, int area) {
        const int parts = static_cast<int>(at.size()) - 1;
        return parts * area - (2 * parts - 2) * sheet.band - length >= parts * cell;
    };
    if (!quiet)
        RC_ASSERT(!spare(across, costs.print.width, sheet.portrait.width) ||
                  !spare(down, costs.print.height, sheet.portrait.height));
    RC_PRE(quiet.has_value());
    const SeamPlan plan = planOf(costs, quiet->bands);
    RC_ASSERT(static_cast<int>(plan.tiles.size()) == sheets);
    RC_ASSERT(fits(plan, sheet));
    // Even seams lie between cells too, where the search does not go: a hair more is no fault.
    RC_ASSERT(quiet->cost <= costOf(costs, even) * 1.03 + 100);

    for (const Wandering edges : {Wandering::anywhere, Wandering::nearby, Wandering::not_at_all})
        RC_ASSERT(fits(planOf(costs, wandering(costs, sheet, quiet->bands, edges)), sheet));
    const auto paths = quietestPaths(costs, sheet, sheets, 8);
    RC_ASSERT(paths.has_value());
    const SeamPlan wandered = planOf(costs, paths->bands);
    RC_ASSERT(static_cast<int>(wandered.tiles.size()) == sheets);
    RC_ASSERT(fits(wandered, sheet));
    RC_ASSERT(paths->cost <= quiet->cost);
}

TEST(WanderingSeams, followAQuietPathThatNoLineCould) {
    // A quiet lane 8 cells wide that rises by one cell in two, on costly ground.
    SeamCosts costs = costsOf(240, 100, 50);
    for (int y = 0; y < 100; ++y) bar(costs, {95 + y / 2 - 4, y, 8, 1}, 0);
    const SheetRoom sheet = room(700, 420);
    const auto straight = quietest(costs, sheet, 2, 40);
    ASSERT_TRUE(straight);
    const Bands path = wandering(costs, sheet, straight->bands);
    EXPECT_LT(costOf(costs, path), straight->cost / 20);
    EXPECT_FALSE(path.cuts[0][0].straight());
}

TEST(WanderingSeams, bendNoTighterThanAHandCanCut) {
    SeamCosts costs = costsOf(300, 160, 1);
    cv::RNG random(4);
    random.fill(costs.across, cv::RNG::UNIFORM, 0, 60);
    random.fill(costs.down, cv::RNG::UNIFORM, 0, 60);
    const SheetRoom sheet = room(560, 420);
    const auto straight = quietest(costs, sheet, 6, 40);
    ASSERT_TRUE(straight);
    const Bands bands = wandering(costs, sheet, straight->bands);
    std::vector<SeamLine> lines = bands.edges;
    for (const auto& cuts : bands.cuts) lines.insert(lines.end(), cuts.begin(), cuts.end());
    int bends = 0;
    for (const SeamLine& line : lines)
        for (std::size_t i = 1; i + 1 < line.corners.size(); ++i, ++bends) {
            const auto heading = [&](std::size_t to) {
                return std::atan2(line.corners[to].y - line.corners[to - 1].y,
                                  line.corners[to].x - line.corners[to - 1].x);
            };
            const double turn = std::abs(heading(i + 1) - heading(i));
            const double near = std::min(std::hypot(line.corners[i].x - line.corners[i - 1].x,
                                                    line.corners[i].y - line.corners[i - 1].y),
                                         std::hypot(line.corners[i + 1].x - line.corners[i].x,
                                                    line.corners[i + 1].y - line.corners[i].y));
            // A bend spread over half of the stretches beside it, as a knife takes it.
            EXPECT_GE(near / cell * costs.cell_mm / (2 * std::tan(turn / 2)), 8 * 0.99);
        }
    EXPECT_GT(bends, 5) << "otherwise nothing was looked at";
}

TEST(WanderingSeams, areStraightWhereNothingIsGained) {
    const SeamCosts costs = costsOf(240, 100, 3);
    const SheetRoom sheet = room(620, 420);
    const auto straight = quietest(costs, sheet, 2, 40);
    ASSERT_TRUE(straight);
    const Bands bands = wandering(costs, sheet, straight->bands);
    EXPECT_TRUE(bands.cuts[0][0].straight());
}

TEST(WanderingSeams, stayNearOrWhereTheyLieWhenAsked) {
    // Two seams down a print on which the quiet lane lies far from both.
    SeamCosts costs = costsOf(240, 300, 20);
    bar(costs, {0, 170, 240, 6}, 0);
    const SheetRoom sheet = room(1200, 900);
    const Bands straight = straightBands(false, {0, 400, 1200}, {{0, 960}, {0, 960}},
                                         {Orientation::portrait, Orientation::portrait});
    const auto edge = [&](Wandering edges) { return wandering(costs, sheet, straight, edges).edges[0]; };
    EXPECT_EQ(edge(Wandering::not_at_all), straight.edges[0]);
    const SeamLine nearby = edge(Wandering::nearby);
    EXPECT_GE(nearby.least(), 400 - 16 * cell);
    EXPECT_LE(nearby.most(), 400 + 16 * cell);
    const SeamLine anywhere = edge(Wandering::anywhere);
    EXPECT_GE(anywhere.least(), 170 * cell);
    EXPECT_LE(anywhere.most(), 176 * cell);
}

TEST(CheapestPath, costsWhatItsLanesAre) {
    SeamCosts costs = costsOf(120, 200, 7);
    bar(costs, {60, 0, 2, 200}, 1);
    const CheapestPath paths(costs.down, costs.across, 0, cell, costs.cell_mm);
    std::vector<float> lanes(40);
    paths.costs(0, 8, 2, lanes);
    const float long_mm = 200 * 0.5F;
    for (std::size_t i = 0; i < lanes.size(); ++i) {
        const int from = static_cast<int>(i) * 2;
        const float even = (from <= 61 && from + 8 >= 61) ? 1 : 7;
        // A path between the two may change over to the quiet one.
        const bool near = from + 8 >= 59 && from <= 63;
        if (!near || even == 1) {
            EXPECT_NEAR(lanes[i], even * long_mm, 0.01 * long_mm) << from;
        }
        std::vector<float> alone(1);
        paths.costs(from, from + 8, 2, alone);
        EXPECT_EQ(alone[0], lanes[i]) << "as many at once as there are";
    }
}
