#include "core/nest/nest.h"

#include <chrono>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/base/error.h"
#include "tests/support/nests.h"

using namespace tympan;
using namespace tympan::tests;

RC_GTEST_PROP(Nest, everyLayoutIsLegal, ()) {
    NestProblem problem;
    switch (*rc::gen::inRange(0, 3)) {
        case 0:
            problem.container = box(200, 150);
            break;
        case 1:
            problem.container = ellipseOutline({10, -20}, 220, 160);
            break;
        default:
            problem.container = without(box(220, 160), ellipseOutline({80, 70}, 40, 30));
    }
    problem.gap_mm = *rc::gen::inRange(0, 4);
    problem.edge_gap_mm = *rc::gen::inRange(0, 5);
    problem.turning = *rc::gen::element(Turning::none, Turning::quarter, Turning::free);
    if (*rc::gen::arbitrary<bool>()) problem.most_containers = 1;
    const int pieces = *rc::gen::inRange(1, 6);
    for (int i = 0; i < pieces; ++i) {
        const int corners = *rc::gen::inRange(3, 12);
        std::vector<double> radii;
        for (int k = 0; k < corners; ++k) radii.push_back(*rc::gen::inRange(6, 40));
        problem.pieces.push_back(
            {std::to_string(i), moved(jagged(radii), {17.0 * i, -9}), *rc::gen::inRange(1, 4)});
    }
    // A limit to turning counts where it is free.
    if (problem.turning == Turning::free && *rc::gen::arbitrary<bool>())
        for (NestPiece& piece : problem.pieces) piece.most_turn_deg = 20;
    std::vector<std::string> on_the_way;
    const NestLayout layout =
        nest(problem, {20, 120, static_cast<std::uint64_t>(*rc::gen::inRange(0, 99))},
             [&](const NestLayout& better) { on_the_way.push_back(faultOf(problem, better)); });
    RC_ASSERT(faultOf(problem, layout) == "");
    for (const std::string& fault : on_the_way) RC_ASSERT(fault == "");
}

TEST(Nest, aSeedAndANumberOfMovesGiveTheSameLayout) {
    NestProblem problem =
        problemOf(box(200, 150), {{"a", jagged({30, 20, 35, 18, 30}), 6}, {"b", box(40, 22), 7}});
    problem.turning = Turning::free;
    problem.gap_mm = 2;
    const NestLayout one = nest(problem, few), again = nest(problem, few);
    EXPECT_EQ(one.containers, again.containers);
    EXPECT_EQ(one.unplaced, again.unplaced);
    const NestLayout other = nest(problem, {20, 400, 2});
    EXPECT_NE(one.containers, other.containers);
}

TEST(Nest, sixRoundsShareASheet) {
    NestProblem problem = problemOf(box(200, 287), {{"coaster", ellipseOutline({0, 0}, 90, 90), 24}});
    problem.gap_mm = 2;
    problem.turning = Turning::quarter;
    const NestLayout layout = nest(problem, {60, 20'000, 1});
    EXPECT_EQ(faultOf(problem, layout), "");
    EXPECT_EQ(layout.containers.size(), 4u);
    EXPECT_NEAR(layout.density, 24 * 3.14159 * 45 * 45 / (4 * 200 * 287.0), 0.01);
}

TEST(Nest, whatIsSmallLiesInAHole) {
    const Outline ring = without(ellipseOutline({0, 0}, 100, 100), ellipseOutline({0, 0}, 70, 70));
    NestProblem problem =
        problemOf(box(102, 102), {{"ring", ring, 1}, {"disc", ellipseOutline({0, 0}, 60, 60), 1}});
    problem.gap_mm = 1;
    problem.most_containers = 1;
    const NestLayout layout = nest(problem, {30, 4000, 1});
    EXPECT_EQ(faultOf(problem, layout), "");
    EXPECT_TRUE(layout.unplaced.empty());
}

TEST(Nest, aTightFitIsFoundByTakingPiecesApart) {
    // Nine of 32 mm in a square of 100 with gaps of one: two millimetres are to spare.
    NestProblem problem = problemOf(box(100, 100), {{"tile", box(32, 32), 9}});
    problem.gap_mm = 1;
    problem.most_containers = 1;
    const NestLayout layout = nest(problem, {60, 20'000, 3});
    EXPECT_EQ(faultOf(problem, layout), "");
    EXPECT_TRUE(layout.unplaced.empty()) << layout.unplaced.size();
}

TEST(Nest, whatIsTooLargeHasNoPlaceAndTheRestHas) {
    NestProblem problem = problemOf(box(100, 60), {{"plank", box(150, 10), 2}, {"tag", box(20, 20), 3}});
    problem.turning = Turning::free;
    const NestLayout layout = nest(problem, few);
    EXPECT_EQ(faultOf(problem, layout), "");
    EXPECT_EQ(layout.unplaced.size(), 2u);
    EXPECT_EQ(layout.containers.size(), 1u);
    // What can never lie is no reason to stop looking for better places for the rest.
    problem.container = box(140, 140);
    problem.pieces[0].outline = box(250, 10);
    problem.pieces[1] = {"leaf", jagged({30, 12, 35, 18, 30, 9, 22}), 7};
    double far = 0;
    std::vector<std::size_t> sheets;
    const auto told = [&](const NestLayout& better) { sheets.push_back(better.containers.size()); };
    nest(problem, {30, 4000, 1}, told, {{}, [&](double part) { far = part; }});
    EXPECT_GT(sheets.size(), 1u) << "the sheet is pressed";
    EXPECT_EQ(sheets.back(), 1u);
    EXPECT_GT(far, 0) << "and how far it is was said";
    problem.edge_gap_mm = 80;
    EXPECT_THROW(nest(problem, few), Error) << "nothing is left of it";
    EXPECT_TRUE(nest(problemOf(box(100, 60), {}), few).containers.empty());
}

TEST(Nest, whatIsLockedStaysAndTheRestIsLaidRoundIt) {
    NestProblem problem = problemOf(box(200, 287), {{"coaster", ellipseOutline({0, 0}, 90, 90), 10}});
    problem.gap_mm = 2;
    problem.turning = Turning::free;
    problem.locked = {{}, {{0, 3, 37, {100, 140}}}};
    const NestLayout layout = nest(problem, {60, 3000, 1});
    EXPECT_EQ(faultOf(problem, layout), "");
    int met = 0;
    for (const auto& container : layout.containers)
        for (const NestPlace& place : container)
            if (place.copy == 3) {
                ++met;
                EXPECT_NEAR(place.at.x, 100, 1e-9);
                EXPECT_NEAR(place.at.y, 140, 1e-9);
                EXPECT_EQ(place.rotation_deg, 37);
            }
    EXPECT_EQ(met, 1);
}

TEST(Nest, whatComesFirstHasItsPlaceThoughLargerOnesHaveNone) {
    NestProblem problem = problemOf(box(100, 100), {{"large", box(90, 60), 2}, {"small", box(30, 35), 3}});
    problem.most_containers = 1;
    problem.pieces[1].first = true;
    const NestLayout layout = nest(problem, {20, 3000, 1});
    EXPECT_EQ(faultOf(problem, layout), "");
    for (const NestPlace& place : layout.unplaced) EXPECT_EQ(problem.pieces[place.piece].id, "large");
}

TEST(Nest, sparesFillWhatIsLeftAndTakeNoContainer) {
    NestProblem problem = problemOf(box(100, 100), {{"tile", box(30, 30), 4}});
    problem.gap_mm = 1;
    problem.pieces[0].spares = 20;
    const NestLayout layout = nest(problem, {20, 2000, 1});
    EXPECT_EQ(layout.containers.size(), 1u);
    EXPECT_TRUE(layout.unplaced.empty()) << "a spare without room was not asked for";
    EXPECT_GE(layout.containers[0].size(), 7u);
    problem.pieces[0].copies = static_cast<int>(layout.containers[0].size());
    EXPECT_EQ(faultOf(problem, layout), "");
}

TEST(Nest, sparesTakeNoMoreTimeThanThereIs) {
    NestProblem problem = problemOf(box(200, 287), {{"a", jagged({30, 12, 35, 18, 30, 9, 22}), 30}});
    problem.turning = Turning::free;
    problem.pieces[0].spares = 500;
    const auto begun = std::chrono::steady_clock::now();
    const NestLayout layout = nest(problem, {2, 0, 1});
    EXPECT_LT(std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count(), 3.5);
    problem.pieces[0].copies += 500;
    std::size_t lying = 0;
    for (const auto& container : layout.containers) lying += container.size();
    EXPECT_GE(lying, 30u);
    EXPECT_TRUE(layout.unplaced.empty());
}

TEST(Nest, beginsWhereItIsTold) {
    // Over each other: they are taken apart from there.
    NestProblem problem = problemOf(box(100, 100), {{"tile", box(45, 45), 4}});
    problem.gap_mm = 1;
    problem.most_containers = 1;
    NestLimits limits{20, 3000, 1};
    limits.from = {{{0, 0, 0, {1, 1}}, {0, 1, 0, {40, 1}}, {0, 2, 0, {1, 40}}, {0, 3, 0, {40, 40}}}};
    const NestLayout layout = nest(problem, limits);
    EXPECT_EQ(faultOf(problem, layout), "");
    EXPECT_TRUE(layout.unplaced.empty());
    for (const NestPlace& place : layout.containers[0]) {
        EXPECT_EQ(place.at.x > 30, place.copy % 2 == 1) << "each in its own corner";
        EXPECT_EQ(place.at.y > 30, place.copy / 2 == 1);
    }
}

RC_GTEST_PROP(Nest, piecesAreTurnedNoFurtherThanTheyMay, ()) {
    NestProblem problem = problemOf(box(150, 150), {{"a", jagged({30, 12, 35, 18, 30, 9, 22}), 4}});
    problem.turning = Turning::free;
    problem.pieces[0].most_turn_deg = *rc::gen::element(0.0, 10.0, 45.0);
    for (const auto& container : nest(problem, {20, 300, 1}).containers)
        for (const NestPlace& place : container)
            RC_ASSERT(std::abs(std::remainder(place.rotation_deg, 360)) <=
                      problem.pieces[0].most_turn_deg + 1e-6);
}

TEST(Nest, endsInTimeAndWhenStopped) {
    NestProblem problem = problemOf(box(200, 287), {{"a", jagged({30, 12, 35, 18, 30, 9, 22}), 60}});
    problem.turning = Turning::free;
    const auto timed = [&](const NestLimits& limits, const Progress& progress) {
        const auto begun = std::chrono::steady_clock::now();
        EXPECT_EQ(faultOf(problem, nest(problem, limits, {}, progress)), "");
        return std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count();
    };
    EXPECT_LT(timed({1, 0, 1}, {}), 5) << "with the check's own time";
    std::stop_source stop;
    stop.request_stop();
    EXPECT_LT(timed({60, 0, 1}, {stop.get_token(), {}}), 5) << "what there is so far is the answer";
}

TEST(Nest, aPieceLargerThanEveryContainerIsLeftOver) {
    const NestProblem problem = problemOf(box(100, 100), {{"door", box(900, 2000), 1}});
    const NestLayout layout = nest(problem, {5, 200, 1});
    EXPECT_EQ(layout.unplaced.size(), 1U);
    EXPECT_TRUE(layout.containers.empty());
}

TEST(Nest, aContainerBeforeALockedOneMayBeEmptied) {
    NestProblem problem = problemOf(box(100, 100), {{"a", box(10, 10), 1}, {"b", box(10, 10), 1}});
    problem.locked = {{}, {{0, 0, 0, {0, 0}}}};
    const NestLayout layout = nest(problem, {5, 500, 1});
    EXPECT_TRUE(layout.unplaced.empty());
    ASSERT_EQ(layout.containers.size(), 2U);
    ASSERT_FALSE(layout.containers[1].empty());
    EXPECT_EQ(layout.containers[1][0].piece, 0U) << "what is locked keeps its container";
}

TEST(Nest, whatIsLockedBeyondTheLastContainerIsRefused) {
    NestProblem problem = problemOf(box(100, 100), {{"a", box(10, 10), 1}});
    problem.most_containers = 1;
    problem.locked = {{}, {{0, 0, 0, {0, 0}}}};
    EXPECT_THROW(nest(problem, {1, 50, 1}), Error);
}

TEST(Nest, morePiecesThanItHasWeightsForAreRefusedFromAnywhere) {
    EXPECT_THROW(nest(problemOf(box(100, 100), {{"a", box(1, 1), 5'000}}), {1, 50, 1}), Error);
}

TEST(Nest, equalStarsLieInRowsWhereThatTakesNoMorePaper) {
    // Stars whose boxes fill the sheet in six by four.
    std::vector<double> radii;
    for (int i = 0; i < 10; ++i) radii.push_back(i % 2 == 0 ? 15 : 7);
    NestProblem problem = problemOf(box(190, 130), {{"star", jagged(radii), 24}});
    problem.gap_mm = 1;
    problem.turning = Turning::free;
    const NestLayout layout = nest(problem, {20, 3000, 1});
    EXPECT_EQ(faultOf(problem, layout), "");
    ASSERT_EQ(layout.containers.size(), 1U);
    std::set<long> rows, columns, angles;
    for (const NestPlace& place : layout.containers[0]) {
        rows.insert(std::lround(place.at.y * 10));
        columns.insert(std::lround(place.at.x * 10));
        angles.insert(std::lround(place.rotation_deg));
    }
    EXPECT_LE(rows.size() * columns.size(), 24U) << "they line up";
    EXPECT_EQ(angles.size(), 1U);
}

TEST(Nest, howeverShortTheTimeThereIsAWholeLayout) {
    NestProblem problem = problemOf(box(200, 287), {{"leaf", jagged({30, 12, 35, 18, 30, 9, 22}), 40}});
    problem.turning = Turning::free;
    NestLimits limits;
    limits.seconds = 0;
    EXPECT_TRUE(nest(problem, limits).unplaced.empty());
}

TEST(Nest, rowsAreNotTurnedFartherThanTheirPiecesMay) {
    // In rows of upright ones they would take a third less of the container.
    NestProblem problem = problemOf(box(100, 300), {{"plate", box(60, 20), 12}});
    problem.turning = Turning::free;
    problem.pieces.front().most_turn_deg = 20;
    EXPECT_EQ(faultOf(problem, nest(problem, few)), "");
}
