// A cached thing is kept under everything it depends on: whatever is changed of a print or a piece, its key
// is another.
#include <gtest/gtest.h>

#include "core/base/key.h"
#include "core/inspect/look.h"
#include "core/object/materials.h"
#include "core/render/finished.h"
#include "core/render/render_region.h"
#include "core/render/seen_key.h"
#include "tests/support/leaves.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// A print with something in every field.
Print fullPrint() {
    Job job = jobOf(artworkOf(noise({60, 40}, CV_8UC3)), {60, 40});
    const int id = job.pieces.front().id;
    job = withObject(job, id, objectOf("tin", ShapeKind::tapered, {300, 240, 140}));
    Edge edge;
    edge.rim = Rim::torn;
    job = withEdge(job, id, edge);
    Print print = printOf(job, job.pieces.front(), 100);
    EXPECT_TRUE(print.bend && print.edge);
    print.transfer = TransferCurve{"wood", {0, 1}, {0, 0.9}, Basis::guess};
    return print;
}

Piece fullPiece() {
    const Job job = jobOf(artworkOf(noise({60, 40}, CV_8UC3)), {60, 40});
    Piece piece = job.pieces.front();
    piece.placement.distances = {{"collar", 80}};
    piece.enlarging.quality = 60;
    piece.care = {{"face", {0.1, 0.2, 0.3, 0.4}}};
    return piece;
}

}  // namespace

TEST(Keys, changeWithEveryLeafOfAPrint) {
    const Print print = fullPrint();
    const auto changed = withEachLeafChanged(print);
    EXPECT_GT(changed.size(), 80u);
    std::set<Key> keys{keyOf(print)};
    for (std::size_t i = 0; i < changed.size(); ++i) EXPECT_TRUE(keys.insert(keyOf(changed[i])).second) << i;
}

TEST(Keys, changeWithEveryLeafOfAPiece) {
    const Piece piece = fullPiece();
    const auto changed = withEachLeafChanged(piece);
    EXPECT_GT(changed.size(), 150u);
    std::set<Key> keys{keyOf(piece)};
    for (std::size_t i = 0; i < changed.size(); ++i) EXPECT_TRUE(keys.insert(keyOf(changed[i])).second) << i;
}

TEST(Keys, whatIsResampledDoesNotDependOnTone) {
    Print print = fullPrint();
    const Key before = keyOf(beforeTone(print));
    print.tone.inverted = true;
    print.solids.ink = 0.5;
    EXPECT_EQ(keyOf(beforeTone(print)), before);
    print.enlarged.doublings = 1;
    EXPECT_NE(keyOf(beforeTone(print)), before);
}

TEST(Keys, equalPiecesAreSeenAlike) {
    Job job = jobOf(artworkOf(noise({60, 40}, CV_8UC3)), {60, 40});
    job = withDuplicate(job, job.pieces.front().id);
    job = withName(job, job.pieces.back().id, "another name");
    EXPECT_EQ(seenKeyOf(job, job.pieces[0]), seenKeyOf(job, job.pieces[1]));
    job = withWidth(job, job.pieces.back().id, 61, Proportions::keep);
    EXPECT_NE(seenKeyOf(job, job.pieces[0]), seenKeyOf(job, job.pieces[1]));
}

TEST(Keys, twoPicturesOfDifferentSizesOnEqualTinsScatterTheirOwnDots) {
    const ArtworkPtr artwork = artworkOf(noise({90, 60}, CV_8UC1));
    const auto on_tin = [&](double width) {
        Job job = jobOf(artwork, {width, width / 1.5});
        const int id = job.pieces.front().id;
        job = withObject(job, id, objectOf("tin", ShapeKind::tapered, {900, 700, 400}));
        Tone tone;
        tone.screen.kind = Screen::Kind::scatter;
        job = withTone(job, id, tone);
        Print print = printOf(job, job.pieces.front(), 30);
        print.size = {200, 150};  // the same raster, of which each shows its own part
        return print;
    };
    const Print small = on_tin(400), large = on_tin(600);
    ASSERT_NE(keyOf(small), keyOf(large));
    const cv::Mat first = renderWhole(small), second = renderWhole(large);
    EXPECT_FALSE(same(first, second)) << "the second has dots of its own";
}
