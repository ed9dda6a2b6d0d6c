#include "core/job/matching.h"

#include <gmock/gmock.h>

#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// Three pieces of two shapes.
Job three() {
    Job job = jobOf(picture(), {90, 60});
    job = withDuplicate(job, 2);
    job = withDuplicate(job, 2);
    return withSize(job, job.pieces[2].id, {50, 50});
}

std::vector<int> ids(const Job& job) { return {job.pieces[0].id, job.pieces[1].id, job.pieces[2].id}; }

}  // namespace

TEST(Matching, settingsAreGivenOnceAndThenGoTheirOwnWays) {
    Job job = three();
    const auto id = ids(job);
    job = withTone(job, id[0], {Tone::InkChoice::colour, {}});
    job = withSettingsOf(job, id[0], {id[1]}, {true, false, false, false});
    EXPECT_EQ(job.pieces[1].tone.ink, Tone::InkChoice::colour);
    EXPECT_EQ(job.pieces[2].tone.ink, Tone::InkChoice::as_method_says);
    job = withTone(job, id[0], {Tone::InkChoice::grey, {}});
    EXPECT_EQ(job.pieces[1].tone.ink, Tone::InkChoice::colour);
}

TEST(Matching, aSetIsEditedAsOneInWhatItSharesAndKeepsEachShape) {
    Job job = three();
    const auto id = ids(job);
    job = withMatchedSet(job, id, {false, true, true, false});
    EXPECT_EQ(job.pieces[2].size, (SizeMm{90, 90}));
    job = withWidth(job, id[2], 30, Proportions::keep);
    EXPECT_EQ(job.pieces[0].size, (SizeMm{30, 20}));
    job = withMethod(job, id[1], findMethod(shippedMethods(), "tissue-overlay"));
    for (const Piece& piece : job.pieces) EXPECT_EQ(piece.method->id, "tissue-overlay");
    job = withTone(job, id[0], {Tone::InkChoice::colour, {}});
    EXPECT_EQ(job.pieces[1].tone.ink, Tone::InkChoice::as_method_says) << "tone is not shared";
}

TEST(Matching, aSetOfOneIsNone) {
    Job job = three();
    const auto id = ids(job);
    job = withMatchedSet(job, {id[0], id[1]}, {});
    EXPECT_TRUE(setOf(job, id[0]));
    EXPECT_FALSE(setOf(job, id[2]));
    EXPECT_FALSE(setOf(withoutPiece(job, id[1]), id[0]));
    EXPECT_FALSE(setOf(withMatchedSet(job, {id[0]}, {}), id[1])) << "taken out, the other is alone";
}

TEST(Line, piecesMoveAlongAndComeOnceMore) {
    Job job = three();
    const auto id = ids(job);
    job = withMoved(job, id[0], 2);
    EXPECT_EQ(ids(job), (std::vector<int>{id[1], id[2], id[0]}));
    job = withMoved(job, id[0], -9);
    EXPECT_EQ(ids(job), id);
    const Job more = withDuplicate(job, id[1]);
    ASSERT_EQ(more.pieces.size(), 4u);
    EXPECT_EQ(more.pieces[2].size, more.pieces[1].size);
    EXPECT_NE(more.pieces[2].placement.object, more.pieces[1].placement.object);
}
