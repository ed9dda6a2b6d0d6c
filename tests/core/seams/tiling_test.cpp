#include "core/seams/tiling.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/layout/rows.h"

using namespace tympan;

RC_GTEST_PROP(Cuts, partitionWithinWhatEverySheetHolds, ()) {
    const int band = *rc::gen::inRange(1, 60), room = *rc::gen::inRange(2 * band + 1, 600),
              length = *rc::gen::inRange(1, 20000);
    const auto positions = cuts(length, room, band);
    RC_ASSERT(positions.front() == 0 && positions.back() == length);
    const auto parts = positions.size() - 1;
    for (std::size_t i = 0; i < parts; ++i) {
        const int seams = (i > 0) + (i + 1 < parts);
        const int part = positions[i + 1] - positions[i];
        RC_ASSERT(part > 0 && part + seams * band <= room);
    }
    // As few as possible: one part fewer could not hold it.
    if (parts == 2) RC_ASSERT(length > room);
    if (parts > 2) RC_ASSERT(2L * (room - band) + static_cast<long>(parts - 3) * (room - 2L * band) < length);
}

TEST(Cuts, aRoomThatHoldsNoBandHoldsNothing) {
    EXPECT_TRUE(cuts(1000, 20, 20).empty());
    EXPECT_TRUE(cuts(1000, 40, 20).empty()) << "two seams leave an inner part nothing";
    EXPECT_EQ(cuts(40, 40, 20), (std::vector<int>{0, 40}));
    EXPECT_EQ(cuts(41, 40, 19), (std::vector<int>{0, 21, 41}));
}

TEST(PrintableArea, snapsInwardAndKeepsTheCarriersEdges) {
    const Paper a4 = paperNamed("A4");
    SheetRules rules;
    rules.paper = a4;
    const PixelGrid grid{300};
    const RectPx plain = printableArea(rules, Orientation::portrait, {}, {});
    EXPECT_EQ(plain, (RectPx{60, 60, 2421 - 60, 3448 - 60}));
    Carrier tissue;
    tissue.usable_inset_mm = 10, tissue.leading_edge_mm = 20;
    const RectMm upright = grid.mm(printableArea(rules, Orientation::portrait, {}, tissue));
    EXPECT_GE(upright.x, 10);
    EXPECT_GE(upright.y, 20) << "the edge that goes in first stays clear";
    EXPECT_LE(upright.right(), 200);
    EXPECT_LE(upright.bottom(), 287);
    const RectMm lying = grid.mm(printableArea(rules, Orientation::landscape, {}, tissue));
    EXPECT_GE(lying.x, 20);
    EXPECT_LE(lying.right(), 277) << "either short edge may go in first";
    // Four margins of a printer's own; a lying sheet may be fed either way.
    const PageMargins uneven{3, 5, 4, 17};
    const RectMm standing = grid.mm(printableArea(rules, Orientation::portrait, uneven, {}));
    EXPECT_NEAR(standing.x, 3, 0.1);
    EXPECT_NEAR(standing.y, 5, 0.1);
    EXPECT_NEAR(standing.right(), 206, 0.1);
    EXPECT_NEAR(standing.bottom(), 280, 0.1);
    const RectMm turned = grid.mm(printableArea(rules, Orientation::landscape, uneven, {}));
    EXPECT_NEAR(turned.x, 17, 0.1);
    EXPECT_NEAR(turned.right(), 280, 0.1);
    EXPECT_NEAR(turned.y, 4, 0.1);
}

TEST(TileLabel, rowsAreLettersColumnsAreNumbers) {
    EXPECT_EQ(tileLabel(0, 0), "A1");
    EXPECT_EQ(tileLabel(1, 11), "B12");
    EXPECT_EQ(tileLabel(26, 0), "AA1");
}

RC_GTEST_PROP(Rows, everyBoxLiesOnASheetAndNoneTouches, ()) {
    const RectPx area{7, 9, 200, 300};
    const int gap = *rc::gen::inRange(0, 12);
    std::vector<RowItem> items;
    const int count = *rc::gen::inRange(1, 25);
    for (int i = 0; i < count; ++i)
        items.push_back({i, {*rc::gen::inRange(1, 200), *rc::gen::inRange(1, 200)}});
    const auto places = layInRows(items, area, gap);
    RC_ASSERT(places.has_value());
    RC_ASSERT(places->size() == items.size());
    for (std::size_t i = 0; i < places->size(); ++i) {
        const RowPlace& a = (*places)[i];
        RC_ASSERT(contains(area, a.box));
        const SizePx size = items[static_cast<std::size_t>(a.key)].size;
        RC_ASSERT((a.turned ? SizePx{a.box.height, a.box.width} : SizePx{a.box.width, a.box.height}) == size);
        for (std::size_t j = 0; j < i; ++j) {
            const RowPlace& b = (*places)[j];
            const RectPx wide{b.box.x - gap, b.box.y - gap, b.box.width + 2 * gap, b.box.height + 2 * gap};
            RC_ASSERT(a.sheet != b.sheet || intersection(a.box, wide).area() == 0);
        }
    }
}

TEST(Rows, aBoxThatOnlyFitsTurnedIsTurned) {
    const auto places = layInRows({{0, {280, 100}}}, {0, 0, 200, 300}, 5);
    ASSERT_TRUE(places);
    EXPECT_TRUE(places->front().turned);
    EXPECT_FALSE(layInRows({{0, {310, 210}}}, {0, 0, 200, 300}, 5));
}

TEST(FewestParts, keepsABandAtEverySideWithASeam) {
    EXPECT_EQ(fewestParts(100, 100, 10), 1) << "no seam, no band";
    EXPECT_EQ(fewestParts(180, 100, 10), 2);
    EXPECT_EQ(fewestParts(181, 100, 10), 3);
    EXPECT_EQ(fewestParts(260, 100, 10), 3);
    EXPECT_EQ(fewestParts(261, 100, 10), 4);
    EXPECT_EQ(fewestParts(41, 40, 20), 0) << "two bands leave nothing of a sheet between";
    EXPECT_EQ(fewestParts(40, 30, 30), 0);
}
