#include "core/measure/geometry.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/measure/frames.h"

using namespace tympan;

namespace {

RectPx anyBox(int within) {
    const int x = *rc::gen::inRange(0, within), y = *rc::gen::inRange(0, within);
    return {x, y, *rc::gen::inRange(0, within - x + 1), *rc::gen::inRange(0, within - y + 1)};
}

}  // namespace

RC_GTEST_PROP(Frames, turningOverIsItsOwnInverse, ()) {
    const int width = *rc::gen::inRange(1, 10000);
    const int x = *rc::gen::inRange(0, width), w = *rc::gen::inRange(1, width - x + 1);
    const RectPx box{x, *rc::gen::inRange(0, 100), w, *rc::gen::inRange(1, 100)};
    for (Mirrored mirrored : {Mirrored::no, Mirrored::yes}) {
        const RectPx there = flipped(box, width, mirrored);
        RC_ASSERT(flipped(there, width, mirrored) == box);
        RC_ASSERT(there.y == box.y && there.height == box.height && there.width == box.width);
    }
    RC_ASSERT(flipped(RectPx{x, 0, 1, 1}, width, Mirrored::yes).x == width - 1 - x);
}

RC_GTEST_PROP(Intersection, liesInBothAndIsTheSameEitherWay, ()) {
    const RectPx a = anyBox(100), b = anyBox(100), shared = intersection(a, b);
    RC_ASSERT(shared == intersection(b, a));
    if (shared.area() > 0) {
        RC_ASSERT(contains(a, shared));
        RC_ASSERT(contains(b, shared));
    }
    const int x = *rc::gen::inRange(0, 100), y = *rc::gen::inRange(0, 100);
    const RectPx pixel{x, y, 1, 1};
    RC_ASSERT((contains(a, pixel) && contains(b, pixel)) == (shared.area() > 0 && contains(shared, pixel)));
}

TEST(Overlaps, edgesThatTouchDoNot) {
    EXPECT_FALSE(overlaps(RectMm{0, 0, 10, 10}, RectMm{10, 0, 5, 5}));
    EXPECT_TRUE(overlaps(RectMm{0, 0, 10, 10}, RectMm{9.9, 9.9, 5, 5}));
    EXPECT_TRUE(overlaps(grown(RectMm{0, 0, 10, 10}, 1), RectMm{10, 0, 5, 5}));
}
