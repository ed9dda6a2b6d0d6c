#include "core/seams/seam_plan.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/seams/seam_planning.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// Two tiles side by side, the right one split once more across: a plan that is no grid.
SeamPlan brick(Joint joint = Joint::butt, int lap = 0) {
    SeamPlan plan{{100, 80}, {}, {}};
    plan.tiles.resize(3);
    plan.tiles[0].region = {0, 0, 60, 80};
    plan.tiles[1].region = {60, 0, 40, 30};
    plan.tiles[2].region = {60, 30, 40, 50};
    plan.seams = {{{{60, 0}, {60, 30}}, 0, 1, joint, lap},
                  {{{60, 30}, {60, 80}}, 0, 2, joint, lap},
                  {{{60, 30}, {100, 30}}, 1, 2, Joint::butt, 0}};
    return plan;
}

}  // namespace

TEST(SeamPlan, sidesAreSeamsWhereTheyAreNotThePrintsEdge) {
    const SeamPlan plan = brick();
    const Sides upper = seamSides(plan, plan.tiles[1]);
    EXPECT_TRUE(upper.left && upper.bottom);
    EXPECT_FALSE(upper.top || upper.right);
    SeamPlan whole{{100, 80}, std::vector<Tile>(1), {}};
    whole.tiles.front().region = {0, 0, 100, 80};
    EXPECT_FALSE(seamSides(whole, whole.tiles.front()).any());
}

TEST(SeamPlan, inkGoesOnBeyondASeamAsFarAsItsJointAsks) {
    EXPECT_EQ(inkedFor(brick(), 0, 5), (RectPx{0, 0, 65, 80}));
    EXPECT_EQ(inkedFor(brick(), 2, 5), (RectPx{55, 25, 45, 55}));
    const SeamPlan lapped = brick(Joint::lap, 12);
    EXPECT_EQ(inkedFor(lapped, 0, 5), (RectPx{0, 0, 65, 80}))
        << "it lies on top and is trimmed: it only bleeds";
    EXPECT_EQ(inkedFor(lapped, 2, 5), (RectPx{48, 25, 52, 55})) << "its upper joint is still a butt";
    EXPECT_EQ(inkedFor(brick(Joint::two_goes, 500), 0, 5), (RectPx{0, 0, 100, 80})) << "never off the print";
}

TEST(SeamPlan, aSeamCrossesABoxOnlyWhereItRunsThroughItsInside) {
    const Seam upright{{{60, 0}, {60, 30}}, 0, 1, Joint::butt, 0};
    EXPECT_TRUE(crosses(upright, {50, 10, 20, 5}));
    EXPECT_FALSE(crosses(upright, {50, 31, 20, 20})) << "it ends above";
    EXPECT_FALSE(crosses(upright, {60, 10, 20, 5})) << "it only touches";
    const Seam wandering{{{0, 0}, {50, 40}, {100, 40}}, 0, 1, Joint::butt, 0};
    EXPECT_TRUE(crosses(wandering, {20, 18, 4, 4}));
    EXPECT_FALSE(crosses(wandering, {30, 0, 10, 20}));
    EXPECT_TRUE(crosses(wandering, {70, 30, 10, 20}));
}

RC_GTEST_PROP(SeamPlanning, tilesPartThePrintAndSeamsLieBetweenThem, ()) {
    Job job = jobOf(picture(), {static_cast<double>(*rc::gen::inRange(60, 2000)),
                                static_cast<double>(*rc::gen::inRange(60, 2000))});
    job.sheets.ppi = *rc::gen::element(72.0, 150.0);
    job.sheets.seams = SeamManner::regular;
    const PrintGeometry print = geometryOf(job, job.pieces.front(), job.sheets.ppi);
    const SeamPlan plan = planSeams(job, job.pieces.front(), print);
    long area = 0;
    for (const Tile& tile : plan.tiles) area += tile.region.area();
    RC_ASSERT(area == print.whole().area());
    for (std::size_t i = 0; i < plan.tiles.size(); ++i)
        for (std::size_t j = 0; j < i; ++j)
            RC_ASSERT(intersection(plan.tiles[i].region, plan.tiles[j].region).area() == 0);
    RC_ASSERT(plan.seams.empty() == (plan.tiles.size() == 1));
    for (const Seam& seam : plan.seams) {
        const RectPx &a = plan.tiles[seam.before].region, &b = plan.tiles[seam.after].region;
        for (const PlacePx& at : seam.path) {
            RC_ASSERT(at.x >= a.x && at.x <= a.right() && at.y >= a.y && at.y <= a.bottom());
            RC_ASSERT(at.x >= b.x && at.x <= b.right() && at.y >= b.y && at.y <= b.bottom());
        }
    }
}
