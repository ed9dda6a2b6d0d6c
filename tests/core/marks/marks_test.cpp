#include "core/marks/marks.h"

#include <numeric>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

using namespace tympan;

namespace {

void expectAlike(const RectMm& a, const RectMm& b) {
    RC_ASSERT(std::abs(a.x - b.x) < 1e-9 && std::abs(a.y - b.y) < 1e-9);
    RC_ASSERT(std::abs(a.width - b.width) < 1e-9 && std::abs(a.height - b.height) < 1e-9);
}

Mark anyMark() {
    const double x = *rc::gen::inRange(-50, 50), y = *rc::gen::inRange(-50, 50);
    if (*rc::gen::arbitrary<bool>())
        return box({x, y, *rc::gen::inRange(1, 40) / 2.0, *rc::gen::inRange(1, 40) / 2.0});
    return Words{"ink side", {x, y}, 2.6, 90.0 * *rc::gen::inRange(0, 4), *rc::gen::arbitrary<bool>()};
}

}  // namespace

RC_GTEST_PROP(Placed, fourQuartersAreNoneAndMovingAddsUp, ()) {
    const Mark mark = anyMark();
    const Marks turned = placed(placed(placed(placed({mark}, {}, 90), {}, 90), {}, 90), {}, 90);
    expectAlike(extent(turned.front()), extent(mark));
    const RectMm before = extent(mark), moved = extent(placed({mark}, {3, -4}, 0).front());
    expectAlike(moved, {before.x + 3, before.y - 4, before.width, before.height});
}

RC_GTEST_PROP(Placed, aQuarterTurnsTheExtentClockwise, ()) {
    const Mark mark = anyMark();
    const RectMm before = extent(mark);
    expectAlike(extent(placed({mark}, {}, 90).front()),
                {-before.bottom(), before.x, before.height, before.width});
}

TEST(WidthOf, growsWithSizeAndLength) {
    EXPECT_NEAR(widthOf("measure", 5.2), 2 * widthOf("measure", 2.6), 1e-6);
    EXPECT_GT(widthOf("measure this", 2.6), widthOf("measure", 2.6));
    EXPECT_EQ(widthOf("", 2.6), 0);
    EXPECT_NE(widthOf("measure", 2.6, true), widthOf("measure", 2.6)) << "the strong face is another";
}

RC_GTEST_PROP(BrokenInto, keepsEveryWordInOrderAndNoLineIsTooLong, ()) {
    const std::string text =
        "the small words beside the picture must read normally and the bar must measure what it says";
    const double width = *rc::gen::inRange(15, 120);
    const auto lines = brokenInto(width, text, 3);
    const std::string again =
        std::accumulate(lines.begin() + 1, lines.end(), lines.front(),
                        [](const std::string& all, const std::string& line) { return all + " " + line; });
    RC_ASSERT(again == text);
    for (const std::string& line : lines)
        RC_ASSERT(widthOf(line, 3) <= width || line.find(' ') == std::string::npos);
}

TEST(UpArrow, pointsUpWithinItsBox) {
    const FilledShape arrow = upArrow({10, 20}, 4, 6);
    const RectMm all = extent(arrow);
    EXPECT_EQ(all, (RectMm{10, 20, 4, 6}));
    EXPECT_EQ(arrow.corners.front(), (PointMm{12, 20}));
}
