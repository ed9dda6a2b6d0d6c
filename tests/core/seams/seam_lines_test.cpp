#include "core/seams/seam_lines.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/seams/seam_plan.h"

using namespace tympan;

namespace {

/// A line that wanders about a place, by steps as they are found: at most three aside for four along.
SeamLine wanderer(int about, int length, int reach) {
    SeamLine line;
    int across = about, way = 0;
    for (int along = -8; along < length + 8; along += 8) {
        line.corners.push_back({along, across});
        way = std::clamp(way + *rc::gen::inRange(-1, 2), -3, 3);
        if (std::abs(across + 2 * way - about) > reach) way = -way;
        across += 2 * way;
    }
    line.corners.push_back({length + 16, across});
    return line;
}

Bands someBands(const SizePx& print) {
    Bands bands;
    bands.upright = *rc::gen::arbitrary<bool>();
    const int length = bands.upright ? print.height : print.width,
              depth = bands.upright ? print.width : print.height;
    const int count = *rc::gen::inRange(1, 4);
    for (int i = 1; i < count; ++i)
        bands.edges.push_back(wanderer(depth * i / count, length, depth / (3 * count)));
    for (int i = 0; i < count; ++i) {
        const int parts = *rc::gen::inRange(1, 4);
        bands.cuts.emplace_back();
        for (int j = 1; j < parts; ++j)
            bands.cuts.back().push_back(wanderer(length * j / parts, depth, length / (3 * parts)));
        bands.pages.push_back(Orientation::portrait);
    }
    return bands;
}

}  // namespace

TEST(SeamLine, liesBetweenItsCornersAndAsAtItsEndsBeyond) {
    const SeamLine line{{{10, 100}, {20, 120}, {40, 110}}};
    EXPECT_EQ(line.at(0), 100);
    EXPECT_EQ(line.at(15), 110);
    EXPECT_EQ(line.at(30), 115);
    EXPECT_EQ(line.at(99), 110);
    EXPECT_EQ(line.least(), 100);
    EXPECT_EQ(line.most(), 120);
    EXPECT_FALSE(line.straight());
    EXPECT_TRUE(straightLine(7, 50).straight());
}

RC_GTEST_PROP(Bands, flippedTwiceAreTheSame, ()) {
    const SizePx print{*rc::gen::inRange(120, 300), *rc::gen::inRange(120, 300)};
    const Bands bands = someBands(print);
    RC_ASSERT(flipped(flipped(bands, print.width, Mirrored::yes), print.width, Mirrored::yes) == bands);
}

RC_GTEST_PROP(SeamPlan, wanderingTilesPartThePrintToThePixel, ()) {
    const SizePx print{*rc::gen::inRange(120, 300), *rc::gen::inRange(120, 300)};
    const SeamPlan plan = planOf(print, someBands(print), Joint::butt, 0);
    std::vector<int> kept(static_cast<std::size_t>(print.width * print.height), 0);
    for (const Tile& tile : plan.tiles)
        for (int y = 0; y < print.height; ++y)
            for (const Stretch& run : keptOfRow(tile, y)) {
                RC_ASSERT(run.from >= tile.region.x && run.to <= tile.region.right());
                for (int x = run.from; x < run.to; ++x) ++kept[static_cast<std::size_t>(y * print.width + x)];
            }
    RC_ASSERT(std::all_of(kept.begin(), kept.end(), [](int times) { return times == 1; }));
}

RC_GTEST_PROP(SeamPlan, theFlippedPrintsTilesAreTheFlippedTiles, ()) {
    const SizePx print{*rc::gen::inRange(120, 300), *rc::gen::inRange(120, 300)};
    const Bands bands = someBands(print);
    const SeamPlan plan = planOf(print, bands, Joint::butt, 0),
                   other = planOf(print, flipped(bands, print.width, Mirrored::yes), Joint::butt, 0);
    RC_ASSERT(plan.tiles.size() == other.tiles.size());
    RC_ASSERT(std::abs(seamLength(plan) - seamLength(other)) < 1e-6 * seamLength(plan) + 1e-9);
    for (const Tile& tile : plan.tiles)
        RC_ASSERT(std::any_of(other.tiles.begin(), other.tiles.end(), [&](const Tile& twin) {
            return twin.region == flipped(tile.region, print.width, Mirrored::yes);
        }));
}

TEST(SeamPlan, bandsNeedNotLineUp) {
    // Two rows, cut at 40 and at 70.
    const SeamPlan plan = planOf({100, 60},
                                 straightBands(false, {0, 30, 60}, {{0, 40, 100}, {0, 70, 100}},
                                               {Orientation::portrait, Orientation::landscape}),
                                 Joint::butt, 0);
    ASSERT_EQ(plan.tiles.size(), 4u);
    EXPECT_EQ(plan.tiles[1].label, "A2");
    EXPECT_EQ(plan.tiles[1].region, (RectPx{40, 0, 60, 30}));
    EXPECT_EQ(plan.tiles[2].page, Orientation::landscape);
    // The edge between the rows is three seams: A1 over B1, A2 over B1, A2 over B2.
    std::vector<std::pair<std::size_t, std::size_t>> meets;
    for (const Seam& seam : plan.seams) meets.emplace_back(seam.before, seam.after);
    EXPECT_EQ(meets,
              (std::vector<std::pair<std::size_t, std::size_t>>{{0, 1}, {0, 2}, {1, 2}, {1, 3}, {2, 3}}));
}

TEST(SeamPlan, columnsAreNamedByRowFirst) {
    const SeamPlan plan = planOf({60, 100},
                                 straightBands(true, {0, 30, 60}, {{0, 40, 100}, {0, 100}},
                                               {Orientation::portrait, Orientation::portrait}),
                                 Joint::butt, 0);
    ASSERT_EQ(plan.tiles.size(), 3u);
    EXPECT_EQ(plan.tiles[0].label, "A1");
    EXPECT_EQ(plan.tiles[1].label, "A2");
    EXPECT_EQ(plan.tiles[2].label, "B1");
    EXPECT_EQ(plan.tiles[2].region, (RectPx{0, 40, 30, 60}));
}
