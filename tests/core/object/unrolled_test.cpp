#include "core/object/unrolled.h"

#include <array>
#include <cmath>
#include <numbers>

#include <rapidcheck/gtest.h>

namespace tympan {
namespace {

/// A place on the tin in space, from first principles: the yardstick.
std::array<double, 3> inSpace(double top, double bottom, double slope, double around, double down) {
    const double radius = ((top + bottom) / 2 + (bottom - top) * down / slope) / (2 * std::numbers::pi);
    const double angle = 2 * std::numbers::pi * around;
    const double rise = std::sqrt(slope * slope - std::pow((top - bottom) / (2 * std::numbers::pi), 2));
    return {radius * std::sin(angle), radius * std::cos(angle), rise * down / slope};
}

double between(const std::array<double, 3>& a, const std::array<double, 3>& b) {
    return std::sqrt(std::pow(a[0] - b[0], 2) + std::pow(a[1] - b[1], 2) + std::pow(a[2] - b[2], 2));
}

struct Tin {
    double top, bottom, height;
};

Tin anyTin() {
    return {*rc::gen::inRange(100, 900) + 0.0, *rc::gen::inRange(100, 900) + 0.0,
            *rc::gen::inRange(40, 400) + 0.0};
}

RC_GTEST_PROP(Unrolled, rollingUpAndUnrollingIsNothing, ()) {
    const Tin tin = anyTin();
    const Unrolled side(tin.top, tin.bottom, tin.height);
    const double around = *rc::gen::inRange(-490, 490) / 1000.0;
    const double down = *rc::gen::inRange(-500, 500) / 1000.0 * side.slope_mm();
    const PointMm back = side.onTin(side.flat(around, down));
    RC_ASSERT(std::abs(back.x - around) < 1e-9);
    RC_ASSERT(std::abs(back.y - down) < 1e-6);
}

// Unrolling keeps every length on the surface: short steps are as long flat as they are in space.
RC_GTEST_PROP(Unrolled, lengthsOnTheTinAreLengthsOnTheSheet, ()) {
    const Tin tin = anyTin();
    const Unrolled side(tin.top, tin.bottom, tin.height);
    const double around = *rc::gen::inRange(-480, 480) / 1000.0,
                 down = *rc::gen::inRange(-48, 48) / 100.0 * side.slope_mm();
    const double step_around = *rc::gen::inRange(-10, 10) / 1e5, step_down = *rc::gen::inRange(-10, 10) / 1e2;
    const PointMm a = side.flat(around, down), b = side.flat(around + step_around, down + step_down);
    const double flat = std::hypot(a.x - b.x, a.y - b.y);
    const double space =
        between(inSpace(tin.top, tin.bottom, side.slope_mm(), around, down),
                inSpace(tin.top, tin.bottom, side.slope_mm(), around + step_around, down + step_down));
    RC_ASSERT(std::abs(flat - space) < 1e-3 * space + 1e-6);
}

RC_GTEST_PROP(Unrolled, theRimsAreAsLongAsTheGirthsAndTheAreaIsTheTins, ()) {
    const Tin tin = anyTin();
    const Unrolled side(tin.top, tin.bottom, tin.height);
    const auto length = [&](double down) {
        double sum = 0;
        for (int i = 0; i < 2000; ++i) {
            const PointMm a = side.flat(-0.5 + i / 2000.0, down),
                          b = side.flat(-0.5 + (i + 1) / 2000.0, down);
            sum += std::hypot(a.x - b.x, a.y - b.y);
        }
        return sum;
    };
    RC_ASSERT(std::abs(length(-side.slope_mm() / 2) - tin.top) < 0.1);
    RC_ASSERT(std::abs(length(side.slope_mm() / 2) - tin.bottom) < 0.1);
    const double exact = (tin.top + tin.bottom) / 2 * side.slope_mm();
    RC_ASSERT(std::abs(area(side.outline()) - exact) < exact * 1e-3);
}

TEST(Unrolled, aCylinderIsARectangle) {
    const Unrolled side(240, 240, 110);
    EXPECT_EQ(bounds(side.outline()), (RectMm{-120, -55, 240, 110}));
    EXPECT_EQ(side.flat(0.25, 10), (PointMm{60, 10}));
}

TEST(Unrolled, aWideTopOpensUpwards) {
    const Unrolled tin(360, 270, 150);
    EXPECT_LT(tin.flat(0, -tin.slope_mm() / 2).y, tin.flat(0.5, -tin.slope_mm() / 2).y + 1000);
    EXPECT_NEAR(tin.flat(0, 0).x, 0, 1e-12);
    EXPECT_GT(tin.flat(0, tin.slope_mm() / 2).y, tin.flat(0, -tin.slope_mm() / 2).y) << "down is down";
    EXPECT_GT(tin.flat(0.1, 0).x, 0) << "right is right";
}

}  // namespace
}  // namespace tympan
