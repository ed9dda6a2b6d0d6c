#include "core/measure/pixel_grid.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

using namespace tympan;

TEST(PixelGrid, knownSizes) {
    EXPECT_EQ((PixelGrid{300}.printPixels(SizeMm{203.2, 254})), (SizePx{2400, 3000}));  // 8 x 10 in
    EXPECT_EQ((PixelGrid{300}.printPixels(SizeMm{600, 400})), (SizePx{7087, 4724}));
    EXPECT_EQ(PixelGrid{72}.printPixels(0.01), 1) << "a print has at least one pixel";
    EXPECT_EQ(PixelGrid{301}.printPixels(8.5 * 25.4), 2559) << "2558.5 rounds up";
}

RC_GTEST_PROP(PixelGrid, aPrintIsAtMostHalfAPixelOff, ()) {
    const PixelGrid grid{static_cast<double>(*rc::gen::inRange(72, 1200))};
    const double asked = *rc::gen::inRange(50, 2000000) / 100.0;
    RC_ASSERT(std::abs(grid.mm(grid.printPixels(asked)) - asked) <= grid.pixel_mm() / 2 * 1.00001 ||
              grid.printPixels(asked) == 1);
}

RC_GTEST_PROP(PixelGrid, areasSnapInward, ()) {
    const PixelGrid grid{static_cast<double>(*rc::gen::inRange(72, 1200))};
    const double from = *rc::gen::inRange(0, 100000) / 1000.0,
                 to = from + *rc::gen::inRange(1, 500000) / 1000.0;
    RC_ASSERT(grid.mm(grid.firstAfter(from)) >= from - 1e-6);
    RC_ASSERT(grid.mm(grid.lastBefore(to)) <= to + 1e-6);
    RC_ASSERT(grid.mm(grid.firstAfter(from) - 1) < from);
}
