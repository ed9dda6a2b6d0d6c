#include "core/layout/placed_region.h"

#include <cmath>
#include <nlohmann/json.hpp>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/layout/plan_json.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

PlacedRegion laid(const SizePx& size, PointPx at, double rotation_deg) {
    PlacedRegion part;
    part.region = {30, 20, size.width, size.height};
    part.inked = {28, 17, size.width + 6, size.height + 4};
    part.rotation_deg = rotation_deg;
    const bool across = quarterTurns(rotation_deg).value_or(0) % 2 == 1;
    part.placed = {at.x, at.y, across ? size.height : size.width, across ? size.width : size.height};
    return part;
}

}  // namespace

RC_GTEST_PROP(PlacedRegion, quarterTurnsTakeCornersToCornersExactly, ()) {
    const SizePx size{*rc::gen::inRange(1, 20000), *rc::gen::inRange(1, 20000)};
    const int quarters = *rc::gen::inRange(-4, 8);
    const PlacedRegion part =
        laid(size, {*rc::gen::inRange(0, 20000), *rc::gen::inRange(0, 20000)}, 90.0 * quarters);
    RC_ASSERT(part.onPage(part.region) == part.placed);
    const PointMm corner = part.toPage()({1.0 * part.region.x, 1.0 * part.region.y});
    RC_ASSERT(corner.x == std::round(corner.x) && corner.y == std::round(corner.y));
    // Turned clockwise, what is inked beyond the upper edge lies on the right, then below, then on the left.
    const RectPx ink = part.inkedOnPage(), kept = part.placed;
    const int beyond[] = {kept.y - ink.y, ink.right() - kept.right(), ink.bottom() - kept.bottom(),
                          kept.x - ink.x};
    RC_ASSERT(beyond[(quarters % 4 + 4) % 4] == 3);
    RC_ASSERT(ink.area() == part.inked.area());
}

TEST(PlacedRegion, theWayBackLeadsBack) {
    for (double turn : {0.0, 90.0, 37.5, -120.0}) {
        const Affine there = laid({400, 300}, {50, 60}, turn).toPage(), back = there.inverse();
        const PointMm at = back(there({123, 45}));
        EXPECT_NEAR(at.x, 123, 1e-9);
        EXPECT_NEAR(at.y, 45, 1e-9);
    }
}

TEST(PlacedRegion, aPlanSaysWhereAPartLiesThatIsTurnedByAnyAngle) {
    const Job job = jobOf(picture(), {60, 40});
    Imposition imposition = impose(job);
    PlacedRegion& part = imposition.sheets.front().regions.front();
    part.rotation_deg = 30;
    part.placed = {100, 100, 800, 900};
    const auto plan = nlohmann::json::parse(planJson(job, imposition));
    const auto& entry = plan["sheets"][0];
    EXPECT_EQ(entry["rotation_deg"], 30);
    ASSERT_EQ(entry["placed_outline_mm"].size(), 4u);
    const auto at = [&](int corner, int axis) {
        return entry["placed_outline_mm"][corner][axis].get<double>();
    };
    const PixelGrid grid = imposition.grid;
    EXPECT_NEAR(std::hypot(at(1, 0) - at(0, 0), at(1, 1) - at(0, 1)), grid.mm(part.region.width), 1e-4);
    EXPECT_NEAR(std::atan2(at(1, 1) - at(0, 1), at(1, 0) - at(0, 0)) * 180 / M_PI, 30, 1e-4)
        << "clockwise, with y down";
    EXPECT_NEAR((at(0, 0) + at(2, 0)) / 2, grid.mm(500), 1e-4) << "about the middle of its box";
}

RC_GTEST_PROP(PlacedRegion, isLaidWhereItIsAskedToBe, ()) {
    PlacedRegion part;
    part.region = part.inked = {*rc::gen::inRange(0, 50), *rc::gen::inRange(0, 50), *rc::gen::inRange(1, 400),
                                *rc::gen::inRange(1, 400)};
    part.tab_px = *rc::gen::element(0, 37);
    const PointMm wanted{*rc::gen::inRange(0, 40000) / 10.0, *rc::gen::inRange(0, 40000) / 10.0};
    part.layAt(wanted, *rc::gen::inRange(-3600, 3600) / 10.0);
    const RectPx all = part.regionWithTab();
    const PointMm there = part.toPage()({all.x + all.width / 2.0, all.y + all.height / 2.0});
    RC_ASSERT(std::abs(there.x - wanted.x) <= 0.5 + 1e-6 && std::abs(there.y - wanted.y) <= 0.5 + 1e-6);
    // The box holds all of it, and is no larger than that takes.
    const RectPx box = part.onPage(part.region);
    RC_ASSERT(std::abs(box.x - part.placed.x) <= 1 && std::abs(box.width - part.placed.width) <= 1);
    RC_ASSERT(std::abs(box.y - part.placed.y) <= 1 && std::abs(box.height - part.placed.height) <= 1);
}
