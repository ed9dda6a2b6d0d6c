#include "core/object/svg_outline.h"

#include <chrono>
#include <cmath>

#include <fmt/format.h>
#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/base/error.h"
#include "core/measure/outline_operations.h"
#include "core/object/outline_file.h"
#include "core/object/path_data.h"
#include "tests/support/texts.h"
#include "tests/support/tools.h"

namespace tympan {
namespace {

using testing::HasSubstr;

std::string svg(const std::string& body,
                const std::string& size = "width=\"100mm\" height=\"80mm\" viewBox=\"0 0 100 80\"") {
    return "<?xml version=\"1.0\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" " + size + ">\n" + body +
           "\n</svg>\n";
}

Outline outline(const std::string& body) { return readSvgOutline(svg(body), "plate.svg").outline; }

double difference(const Outline& a, const Outline& b) { return area(without(a, b)) + area(without(b, a)); }

TEST(SvgOutline, theSameRectangleWrittenInSixWays) {
    const Outline wanted = rectangleOutline({-20, -10, 40, 20});
    for (
        const std::string body :
        {R"(<rect x="5" y="7" width="40" height="20"/>)", R"(<path d="M5 7h40v20h-40z"/>)",
         R"(<path d="m5,7 l40,0 0,20-40,0"/>)", R"(<polygon points="5,7 45,7 45,27 5,27"/>)",
         R"x(<g transform="translate(3 4) scale(2)"><g transform="rotate(90)"><rect x="1" y="-21" width="10" height="20"/></g></g>)x",
         R"(<polyline points="5 7 45 7 45 27 5 27"/>)"})
        EXPECT_LT(difference(outline(body), wanted), 0.01) << body;
}

TEST(SvgOutline, sizesAreMillimetresWhateverTheRootSays) {
    const std::string body = R"(<rect width="96" height="48"/>)";
    for (const auto& [size, width] : {std::pair<std::string, double>{"", 25.4},
                                      {"viewBox=\"0 0 96 96\" width=\"1in\" height=\"1in\"", 25.4},
                                      {"viewBox=\"0 0 96 96\" width=\"10cm\" height=\"10cm\"", 100},
                                      {"viewBox=\"0 0 96 96\" width=\"192px\"", 50.8}})
        EXPECT_NEAR(bounds(readSvgOutline(svg(body, size), "x").outline).width, width, 0.01) << size;
}

TEST(SvgOutline, curvesOfEveryKindMakeTheSameCircle) {
    const Outline circle = ellipseOutline({}, 40, 40);
    for (const std::string body :
         {R"(<circle cx="50" cy="40" r="20"/>)", R"(<ellipse cx="50" cy="40" rx="20" ry="20"/>)",
          R"(<path d="M30 40A20 20 0 0 1 70 40a20 20 0 01-40 0z"/>)",
          R"(<rect x="30" y="20" width="40" height="40" rx="20"/>)",
          R"(<path d="M50 20c11.046 0 20 8.954 20 20S61.046 60 50 60S30 51.046 30 40 38.954 20 50 20z"/>)"})
        EXPECT_LT(difference(outline(body), circle), 3) << body;  // of 1257 mm²
}

TEST(SvgOutline, innerLoopsAreHolesAndMarkedOnesAreKeepOuts) {
    const SvgOutline read = readSvgOutline(
        svg(R"(<rect width="60" height="40"/><circle cx="10" cy="10" r="4"/><g data-role="keep-out"><circle cx="40" cy="20" r="5"/></g>)"),
        "plate.svg");
    EXPECT_FALSE(contains(read.outline, {-20, -10}));
    EXPECT_TRUE(contains(read.outline, {10, 0}));
    ASSERT_EQ(read.keep_outs.size(), 1u);
    EXPECT_TRUE(contains(read.keep_outs[0], {10, 0}));
}

TEST(SvgOutline, whatCannotBeReadIsNamedAndTheRestComes) {
    const SvgOutline read = readSvgOutline(svg("<rect width=\"60\" height=\"40\"/>\n<text "
                                               "x=\"3\">hello</text><path d=\"M0 0L5 x\"/><circle r=\"0\"/>"),
                                           "plate.svg");
    EXPECT_EQ(bounds(read.outline).width, 60);
    EXPECT_THAT(read.left_out, testing::ElementsAre(Says(HasSubstr("<text> (line 4): is not an outline")),
                                                    Says(HasSubstr("<path> (line 4): path data, character")),
                                                    Says(HasSubstr("<circle> (line 4)"))));
}

TEST(SvgOutline, whatIsNoOutlineIsRefusedWithTheReason) {
    for (const auto& [text, reason] :
         {std::pair<std::string, std::string>{"hello", "line 1"},
          {"<html/>", "not an SVG"},
          {"<svg><g>", "not well-formed"},
          {svg(""), "no outline"},
          {svg("<text>a</text>"), "<text>"},
          {svg("<rect width=\"5\" height=\"5\"/>", "viewBox=\"0 0 0 5\""), "viewBox"},
          {svg("<rect width=\"9e9\" height=\"5\"/>"), "1 km"}}) {
        try {
            readSvgOutline(text, "x.svg");
            ADD_FAILURE() << text;
        } catch (const Error& error) {
            EXPECT_THAT(error.what(), testing::AllOf(HasSubstr("x.svg"), HasSubstr(reason)));
        }
    }
}

RC_GTEST_PROP(SvgOutline, anOutlineComesBackAsItWasWritten, ()) {
    Ring ring;
    const int corners = *rc::gen::inRange(3, 30);
    for (int i = 0; i < corners; ++i)
        ring.push_back({*rc::gen::inRange(-99, 99) * 1.0, *rc::gen::inRange(-99, 99) * 1.0});
    Outline drawn = tidied({ring});
    if (area(drawn) < 1) RC_DISCARD("flat");
    const PointMm at = middle(bounds(drawn));
    drawn = moved(drawn, {-at.x, -at.y});
    const Outline back = readSvgOutline(svgOf(drawn), "x").outline;
    const PointMm origin = middle(bounds(back));
    RC_ASSERT(std::hypot(origin.x, origin.y) < 0.001);
    // On the grid of a micrometre a needle can lose its tip, which has no area but moves the middle of the
    // box; so the two are laid over each other by their areas. Edges may then lie two micrometres apart.
    const PointMm is = centroid(back), was = centroid(drawn);
    RC_ASSERT(difference(moved(back, {was.x - is.x, was.y - is.y}), drawn) < 0.002 * lengthOfEdges(drawn));
}

/// A ring of so many corners that goes in and out, or crosses itself when it takes more than one step.
std::string star(int corners, int step, double inner) {
    std::string path;
    for (int i = 0; i < corners; ++i) {
        const double angle = 2 * M_PI * static_cast<double>(static_cast<long>(i) * step % corners) / corners;
        const double r = i % 2 == 0 ? 80 : inner;
        path += fmt::format("{}{:.4f} {:.4f}", i == 0 ? "M" : "L", 90 + r * std::cos(angle),
                            90 + r * std::sin(angle));
    }
    return "<path d=\"" + path + "z\"/>";
}

TEST(SvgOutline, manyCornersAreReadAndWhatNobodySeesIsLeftOut) {
    const Outline fine = outline(star(3000, 1, 64));
    EXPECT_EQ(fine.rings.front().size(), 3000u) << "as drawn";
    const Outline round = outline(star(100'000, 1, 80));
    EXPECT_LE(round.rings.front().size(), most_corners);
    EXPECT_NEAR(area(round), M_PI * 80 * 80, 30);
    EXPECT_THROW(outline(star(15'000, 1, 64)), Error) << "no corner of these can go";
}

TEST(SvgOutline, aShapeTracedManyTimesLeavesNothingThatIsNoShape) {
    // Six times round under the even-odd rule is nothing at all; the square beside it stays.
    std::string path;
    for (int i = 0; i < 24; ++i) {
        const double angle = 0.0227 + M_PI / 2 * i;
        path += fmt::format("{}{:.4f} {:.4f}", i == 0 ? "M" : "L", 27 + 11 * std::cos(angle),
                            302 + 9 * std::sin(angle));
    }
    const Outline read = outline("<rect width=\"60\" height=\"40\"/><path d=\"" + path + "z\"/>");
    EXPECT_EQ(tidied(read.rings), read) << "and it is tidy";
    for (const Ring& ring : read.rings) EXPECT_GT(area(ring), 0);
}

TEST(OutlineFile, isReadInTheHelperAndIsTheSame) {
    const tests::ScratchFolder folder;
    const std::string text =
        svg("<rect width=\"60\" height=\"40\"/>\n<circle cx=\"30\" cy=\"20\" r=\"5\" "
            "data-role=\"keep-out\"/><text>no</text>");
    tests::write(folder / "plate.svg", text);
    const SvgOutline here = readSvgOutline(text, "plate.svg"), there = readOutlineFile(folder / "plate.svg");
    EXPECT_EQ(there.outline, here.outline);
    EXPECT_EQ(there.keep_outs, here.keep_outs);
    EXPECT_EQ(there.left_out, here.left_out);
    tests::write(folder / "none.svg", "no drawing");
    try {
        readOutlineFile(folder / "none.svg");
        ADD_FAILURE();
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::input);
        EXPECT_NE(std::string(error.what()).find("none.svg"), std::string::npos) << error.what();
    }
}

TEST(OutlineFile, edgesThatCrossWithoutEndAreGivenUpWithinSeconds) {
    const tests::ScratchFolder folder;
    tests::write(folder / "star.svg", svg(star(100'001, 3, 80)));
    const auto began = std::chrono::steady_clock::now();
    EXPECT_THROW(readOutlineFile(folder / "star.svg"), Error);
    EXPECT_LT(std::chrono::steady_clock::now() - began, std::chrono::seconds(20));
}

}  // namespace
}  // namespace tympan
