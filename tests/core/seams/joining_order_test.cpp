#include "core/seams/joining_order.h"

#include <set>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

using namespace tympan;

namespace {

/// Some plan of bands, with cuts that line up or not.
SeamPlan anyPlan() {
    const bool upright = *rc::gen::arbitrary<bool>();
    const int length = 4000, depth = 3000;
    const auto places = [](int parts, int all) {
        std::vector<int> at{0};
        for (int i = 1; i < parts; ++i) at.push_back(i * all / parts + *rc::gen::inRange(-90, 90));
        at.push_back(all);
        return at;
    };
    const std::vector<int> edges = places(*rc::gen::inRange(1, 6), depth);
    std::vector<std::vector<int>> cuts;
    for (std::size_t i = 0; i + 1 < edges.size(); ++i)
        cuts.push_back(places(*rc::gen::inRange(1, 7), length));
    return planOf(
        upright ? SizePx{depth, length} : SizePx{length, depth},
        straightBands(upright, edges, cuts, std::vector<Orientation>(cuts.size(), Orientation::portrait)),
        Joint::butt, 0);
}

}  // namespace

RC_GTEST_PROP(JoiningOrder, everyStepJoinsTwoWholePiecesAlongOneLine, ()) {
    const SeamPlan plan = anyPlan();
    const std::vector<JoiningStep> steps = joiningOrder(plan);
    RC_ASSERT(steps.size() + 1 == plan.tiles.size());
    std::vector<std::set<std::size_t>> pieces;
    for (std::size_t i = 0; i < plan.tiles.size(); ++i) pieces.push_back({i});
    std::set<std::size_t> closed;
    for (const JoiningStep& step : steps) {
        std::set<std::size_t> all;
        for (const auto* group : {&step.before, &step.after}) {
            const std::set<std::size_t> one(group->begin(), group->end());
            RC_ASSERT(std::erase(pieces, one) == 1u);  // it is one piece by then
            all.insert(one.begin(), one.end());
        }
        pieces.push_back(all);
        long area = 0;
        for (std::size_t tile : all) area += plan.tiles[tile].region.area();
        RC_ASSERT(area == step.box.area());  // and a rectangle again
        const int line = step.down ? step.box.height : step.box.width;
        RC_ASSERT(std::abs(step.length_px - line) < 1e-6);
        for (std::size_t seam : step.seams) RC_ASSERT(closed.insert(seam).second);
    }
    RC_ASSERT(closed.size() == plan.seams.size());
}

TEST(JoiningOrder, pairsComeFirstAndTheLinesFromEdgeToEdgeLast) {
    const SeamPlan plan = planOf(
        {400, 200}, straightBands(false, {0, 110, 200}, {{0, 100, 200, 300, 400}, {0, 200, 400}}, {{}, {}}),
        Joint::butt, 0);
    std::vector<double> lengths;
    for (const JoiningStep& step : joiningOrder(plan)) lengths.push_back(step.length_px);
    EXPECT_EQ(lengths, (std::vector<double>{90, 110, 110, 110, 400}));
    EXPECT_EQ(joiningOrder(plan)[1].after, (std::vector<std::size_t>{1}));
    EXPECT_EQ(joiningOrder(plan)[3].after, (std::vector<std::size_t>{2, 3})) << "a pair to a pair";
}

TEST(JoiningOrder, aPrintOnOneSheetIsJoinedOfNothing) {
    EXPECT_TRUE(joiningOrder(SeamPlan{{10, 10}, {}, {}}).empty());
}

TEST(JoiningOrder, whatIsBareIsJoinedToNothing) {
    SeamPlan plan =
        planOf({400, 200}, straightBands(false, {0, 100, 200}, {{0, 200, 400}, {0, 200, 400}}, {{}, {}}),
               Joint::butt, 0);
    plan.tiles[1].bare = true;
    const std::vector<JoiningStep> steps = joiningOrder(plan);
    ASSERT_EQ(steps.size(), 2u);
    EXPECT_EQ(steps[0].before, (std::vector<std::size_t>{2}));
    EXPECT_EQ(steps[1].seams.size(), 1u) << "the two sheets in the first column";
}
