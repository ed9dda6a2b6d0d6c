#include "core/nest/nest_json.h"

#include <chrono>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/base/error.h"
#include "tests/support/nests.h"
#include "tests/support/texts.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

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
        RC_ASSERT(inEnglish(error.wrong()).find("piece \"p") != std::string::npos);
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
    EXPECT_THAT(good.notes[0], Says(testing::AllOf(HasSubstr("bow"), HasSubstr("crossed itself"))));

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
