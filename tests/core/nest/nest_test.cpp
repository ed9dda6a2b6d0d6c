#include "core/nest/nest.h"

#include <chrono>
#include <cmath>
#include <set>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/base/error.h"
#include "core/measure/outline_operations.h"
#include "core/nest/nest_json.h"

using namespace tympan;
using testing::HasSubstr;

namespace {

Outline box(double width, double height) { return rectangleOutline({0, 0, width, height}); }

/// A star-like outline with as many corners as that, about the origin.
Outline jagged(const std::vector<double>& radii) {
    Ring ring;
    for (std::size_t i = 0; i < radii.size(); ++i) {
        const double angle =
            2 * 3.14159265358979 * static_cast<double>(i) / static_cast<double>(radii.size());
        ring.push_back({radii[i] * std::cos(angle), radii[i] * std::sin(angle)});
    }
    return tidied({ring});
}

Outline laid(const NestProblem& problem, const NestPlace& place) {
    return moved(rotated(problem.pieces[place.piece].outline, place.rotation_deg), place.at);
}

/// How far apart two shapes are that share nothing: somewhere a corner of one is nearest.
double apart(const Outline& a, const Outline& b) {
    double least = 1e9;
    for (const auto& [from, to] : {std::pair(&a, &b), std::pair(&b, &a)})
        for (const Ring& ring : from->rings)
            for (const PointMm& corner : ring) least = std::min(least, distanceToEdge(*to, corner));
    return least;
}

/// What is wrong with a layout, by areas of Clipper's alone: nothing of the search's own geometry. Lengths to
/// a hundredth of a millimetre.
std::string faultOf(const NestProblem& problem, const NestLayout& layout) {
    constexpr double tolerance = 0.01;
    std::set<std::pair<std::size_t, int>> seen;
    std::size_t wanted = 0;
    for (const NestPiece& piece : problem.pieces) wanted += static_cast<std::size_t>(piece.copies);
    const Outline room = offset(problem.container, tolerance - problem.edge_gap_mm,
                                tolerance > problem.edge_gap_mm ? Corners::sharp : Corners::round);
    for (const auto& container : layout.containers) {
        if (container.empty()) return "an empty container";
        std::vector<Outline> grown, as_they_lie;
        for (const NestPlace& place : container) {
            if (!seen.insert({place.piece, place.copy}).second) return "a copy twice";
            const double quarter = std::fmod(place.rotation_deg, 90);
            if (problem.turning == Turning::none && place.rotation_deg != 0) return "turned";
            if (problem.turning == Turning::quarter && quarter != 0) return "turned by less than a quarter";
            const Outline at = laid(problem, place);
            if (area(without(at, room)) > 1e-3) return "reaches out of the container";
            if (apart(at, problem.container) < problem.edge_gap_mm - tolerance) return "too near to the edge";
            as_they_lie.push_back(at);
            // Half of the gap round each, less half of the tolerance: they must not share anything then.
            grown.push_back(offset(at, (problem.gap_mm - tolerance) / 2));
        }
        for (std::size_t i = 0; i < grown.size(); ++i)
            for (std::size_t j = i + 1; j < grown.size(); ++j)
                if (area(shared(grown[i], grown[j])) > 1e-3 ||
                    (problem.gap_mm > 0 &&
                     apart(as_they_lie[i], as_they_lie[j]) < problem.gap_mm - tolerance))
                    return "too near to each other";
    }
    for (const NestPlace& place : layout.unplaced)
        if (!seen.insert({place.piece, place.copy}).second) return "unplaced, and placed";
    if (seen.size() != wanted) return "a copy is missing";
    if (problem.most_containers &&
        layout.containers.size() > static_cast<std::size_t>(*problem.most_containers))
        return "too many containers";
    return {};
}

NestProblem problemOf(Outline container, std::vector<NestPiece> pieces) {
    NestProblem problem;
    problem.container = std::move(container);
    problem.pieces = std::move(pieces);
    return problem;
}

constexpr NestLimits few{20, 400, 1};

}  // namespace

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

TEST(NestJson, needlesThatAreLeftOfAMendedOutlineKeepTheirGap) {
    const NestProblem problem =
        readNestProblem("p.json", R"({"container":{"outline":[[0,0],[90,0],[90,70],[0,70]]},"gap_mm":1,
            "rotations":"free","pieces":[
            {"id":"a","outline":[[2,-8],[17,-24],[-18,-16],[-29,-23],[-1,-30],[-5,-3],[-29,14]],
             "holes":[[[-40,-36],[-40,-40],[-40,-11],[-25,12],[-5,-25]]]},
            {"id":"b","outline":[[-6,-23],[13,11],[-5,-20]]},
            {"id":"c","outline":[[-16,-11],[-27,-10],[-26,-26],[11,-15],[10,5]]}]})")
            .problem;
    for (std::uint64_t seed = 1; seed < 11; ++seed)
        EXPECT_EQ(faultOf(problem, nest(problem, {5, 40, seed})), "") << seed;
}

RC_GTEST_PROP(NestJson, outlinesOfAnyKindAreMendedOrRefusedByNameAndLieLegally, ()) {
    // Crossing itself, corners twice, clockwise or not, of no area, with holes beyond it: whatever is drawn.
    const auto ring = [](int most) {
        std::string text = "[";
        const int corners = *rc::gen::inRange(0, 9);
        for (int i = 0; i < corners; ++i) {
            const std::string corner = "[" + std::to_string(*rc::gen::inRange(-most, most)) + "," +
                                       std::to_string(*rc::gen::inRange(-most, most)) + "]";
            text += (i == 0 ? "" : ",") + corner;
            if (*rc::gen::inRange(0, 5) == 0) text += "," + corner;
        }
        return text + "]";
    };
    std::string text =
        R"({"container":{"outline":[[0,0],[90,0],[90,70],[0,70]]},"gap_mm":1,"rotations":"free","pieces":[)";
    const int pieces = *rc::gen::inRange(1, 5);
    for (int i = 0; i < pieces; ++i) {
        text += (i == 0 ? "" : ",") + std::string(R"({"id":"p)") + std::to_string(i) + R"(","outline":)" +
                ring(30);
        if (*rc::gen::arbitrary<bool>()) text += R"(,"holes":[)" + ring(40) + "]";
        text += "}";
    }
    text += "]}";
    try {
        const NestProblem problem = readNestProblem("p.json", text).problem;
        RC_ASSERT(faultOf(problem, nest(problem, {5, 40, 1})) == "");
    } catch (const Error& error) {
        RC_ASSERT(error.file() == "p.json");
        RC_ASSERT(error.wrong().find("piece \"p") != std::string::npos);
        RC_ASSERT(!error.remedy().empty());
    }
}

TEST(NestJson, readsWhatIsLockedFirstAndSpare) {
    const std::string text = R"({"container":{"outline":[[0,0],[100,0],[100,100],[0,100]]},"pieces":[
        {"id":"a","outline":[[0,0],[10,0],[10,10],[0,10]],"copies":2,"first":true,"spares":3}],
        "locked":[[{"piece":"a","copy":1,"rotation_deg":90,"x_mm":50,"y_mm":40}]]})";
    const NestProblem problem = readNestProblem("p.json", text).problem;
    EXPECT_TRUE(problem.pieces[0].first);
    EXPECT_EQ(problem.pieces[0].spares, 3);
    ASSERT_EQ(problem.locked.size(), 1u);
    EXPECT_EQ(problem.locked[0][0], (NestPlace{0, 1, 90, {50, 40}}));
    const auto refused = [&](const std::string& from, const std::string& to) {
        std::string wrong = text;
        wrong.replace(wrong.find(from), from.size(), to);
        EXPECT_THROW(readNestProblem("p.json", wrong), Error) << to;
    };
    refused("\"piece\":\"a\"", "\"piece\":\"b\"");
    refused("\"copy\":1", "\"copy\":2");
    refused("\"x_mm\":50", "\"x_mm\":1e300");
    refused("\"x_mm\":50", "\"x_mm\":105");
    refused("\"spares\":3", "\"spares\":-1");
    refused("\"first\":true", "\"first\":1");
}

TEST(NestJson, readsMendsAndNames) {
    const auto read = [](const std::string& text) { return readNestProblem("p.json", text); };
    const ReadNestProblem good = read(
        R"({"container":{"outline":[[0,0],[100,0],[100,50],[0,50]],"holes":[[[10,10],[20,10],[20,20],[10,20]]]},
            "max_containers":null,"gap_mm":2,"rotations":"free",
            "pieces":[{"id":"bow","outline":[[0,0],[10,10],[10,0],[0,10]]},
                      {"id":"back","outline":[[0,0],[0,10],[10,10],[10,10],[10,0]],"copies":3}]})");
    EXPECT_NEAR(area(good.problem.container), 4900, 1);
    EXPECT_EQ(good.problem.turning, Turning::free);
    EXPECT_EQ(good.problem.pieces[1].copies, 3);
    EXPECT_NEAR(area(good.problem.pieces[1].outline), 100, 0.1) << "runs the other way, and a point twice";
    ASSERT_EQ(good.notes.size(), 1u);
    EXPECT_THAT(good.notes[0], testing::AllOf(HasSubstr("bow"), HasSubstr("crossed itself")));

    const auto fault = [&](const std::string& text) {
        try {
            read(text);
        } catch (const Error& error) {
            return std::string(error.what());
        }
        return std::string("none");
    };
    const std::string square = R"("container":{"outline":[[0,0],[9,0],[9,9],[0,9]]})";
    EXPECT_THAT(fault("{"), HasSubstr("not JSON"));
    EXPECT_THAT(fault("[]"), HasSubstr("not a JSON object"));
    EXPECT_THAT(fault("{" + square + "}"), HasSubstr("pieces"));
    EXPECT_THAT(fault("{" + square + R"(,"pieces":[{"id":"a","outline":[[0,0],[1,1]]}]})"),
                testing::AllOf(HasSubstr("piece \"a\""), HasSubstr("three points")));
    EXPECT_THAT(fault("{" + square + R"(,"pieces":[{"id":"a","outline":[[0,0],[1,1],[2,2]]}]})"),
                HasSubstr("no area"));
    EXPECT_THAT(fault("{" + square + R"(,"pieces":[{"id":"a","outline":[[0,0],[1e9,1],[2,2]]}]})"),
                HasSubstr("point 2"));
    EXPECT_THAT(fault("{" + square + R"(,"gap_mm":-1,"pieces":[]})"), HasSubstr("gap_mm"));
    EXPECT_THAT(fault("{" + square + R"(,"rotations":"some","pieces":[]})"), HasSubstr("rotations"));
    EXPECT_THAT(fault("{" + square + R"(,"pieces":[{"id":"a","copies":1.5,"outline":[[0,0],[1,0],[1,1]]}]})"),
                HasSubstr("copies"));
    EXPECT_THAT(fault("{" + square +
                      R"(,"pieces":[{"id":"a","outline":[[0,0],[1,0],[1,1]]},)"
                      R"({"id":"a","outline":[[0,0],[1,0],[1,1]]}]})"),
                HasSubstr("twice"));
}

TEST(NestJson, cutPathsLieWhereThePiecesDo) {
    NestProblem problem = problemOf(box(100, 50), {{"<tag>", moved(box(20, 10), {5, 5}), 1}});
    NestLayout layout;
    layout.containers = {{NestPlace{0, 0, 90, {60, 0}}}};
    const std::string svg = nestSvg(problem, layout);
    EXPECT_THAT(svg, testing::AllOf(HasSubstr("width=\"100.000mm\""), HasSubstr("id=\"cut\""),
                                    HasSubstr("id=\"keep\""), HasSubstr("&lt;tag>")));
    // Turned by [c -s; s c], then moved: x from 60 - 15 to 60 - 5, y from 5 to 25.
    for (const char* corner : {"45.000 5.000", "55.000 25.000"}) EXPECT_THAT(svg, HasSubstr(corner));
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

TEST(NestJson, outlinesThatWouldTakeForeverAreSimplifiedOrRefusedByName) {
    const auto problem = [](const std::string& outline, const std::string& holes = "") {
        return "{\"container\":{\"outline\":[[0,0],[2000,0],[2000,2000],[0,2000]]" + holes +
               "},\"pieces\":[{\"id\":\"a\",\"outline\":[" + outline + "]}]}";
    };
    std::string circle, scribble;
    for (int i = 0; i < 100'000; ++i) {
        const double turn = 2 * 3.14159265358979 * i / 100'000;
        circle += (i > 0 ? ",[" : "[") + std::to_string(50 + 40 * std::cos(turn)) + "," +
                  std::to_string(50 + 40 * std::sin(turn)) + "]";
    }
    const auto read = readNestProblem("p.json", problem(circle));
    EXPECT_LT(read.problem.pieces[0].outline.rings[0].size(), 1000U);
    EXPECT_NEAR(area(read.problem.pieces[0].outline), 3.14159265 * 1600, 1);
    // From side to side a thousand times.
    for (int i = 0; i < 1000; ++i)
        scribble += (i > 0 ? ",[" : "[") + std::to_string(i % 2 * 900 + i * 17 % 89) + "," +
                    std::to_string(i * 389 % 997) + "]";
    EXPECT_THROW(readNestProblem("p.json", problem(scribble)), Error);
    std::string holes = ",\"holes\":[";
    for (int i = 0; i < 1000; ++i) {
        const int x = 10 + i % 40 * 45, y = 10 + i / 40 * 45;
        const auto at = [](int u, int v) { return "[" + std::to_string(u) + "," + std::to_string(v) + "]"; };
        holes += (i > 0 ? ",[" : "[") + at(x, y) + "," + at(x + 20, y) + "," + at(x + 20, y + 20) + "," +
                 at(x, y + 20) + "]";
    }
    const auto holed = readNestProblem("p.json", problem("[0,0],[30,0],[30,30],[0,30]", holes + "]"));
    EXPECT_EQ(holed.problem.container.rings.size(), 1001U);
}
