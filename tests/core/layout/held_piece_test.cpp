#include "core/layout/held_piece.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "core/layout/kept_places.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// Two plates of 40 x 40 mm on a sheet, 5 mm between pieces.
Job twoPlates() {
    Job job = jobOf(picture(), {40, 40});
    job.sheets.scissor_gap_mm = 5;
    return withCopies(job, job.pieces.front().id, 2);
}

}  // namespace

TEST(HeldPiece, snapsToWhereItJustHasItsGap) {
    const Job job = twoPlates();
    const Imposition imposition = impose(job);
    ASSERT_EQ(imposition.sheets.size(), 1);
    const HeldPiece held(job, imposition, 0, 1);
    const KeptPlace other = keptPlaceOf(imposition.sheets[0].regions[0], imposition.grid);
    KeptPlace at = held.taken();
    // A little into the gap, below the other.
    at.middle = {other.middle.x, other.middle.y + 43.5};
    EXPECT_FALSE(held.free(at));
    KeptPlace snapped = held.snapped(at, 3);
    EXPECT_TRUE(held.free(snapped));
    EXPECT_NEAR(snapped.middle.y - other.middle.y, 45, 0.25);
    // Not quite up to it.
    at.middle.y = other.middle.y + 47;
    snapped = held.snapped(at, 3);
    EXPECT_TRUE(held.free(snapped));
    EXPECT_NEAR(snapped.middle.y - other.middle.y, 45, 0.25);
    // Far from all it stays where it is wanted.
    at.middle = {120, 200};
    EXPECT_EQ(held.snapped(at, 3), at);
}

TEST(HeldPiece, isNotFreeBeyondWhatThePrinterReaches) {
    const Job job = twoPlates();
    const Imposition imposition = impose(job);
    const HeldPiece held(job, imposition, 0, 1);
    KeptPlace at = held.taken();
    at.middle = {10, 150};
    EXPECT_FALSE(held.free(at)) << "its left edge would be 10 mm off the page";
    at.middle = {25, 150};
    EXPECT_FALSE(held.snapped(at, 3).middle.x < 24.9);
    at.middle = {26, 150};
    EXPECT_TRUE(held.free(at));
    at.rotation_deg = 45;
    EXPECT_FALSE(held.free(at)) << "its corner reaches out";
}

RC_GTEST_PROP(HeldPiece, wherePlacesAreFreeTheyStay, ()) {
    // What the hand is told is free, the sheets take.
    const Job job = twoPlates();
    const Imposition imposition = impose(job);
    const HeldPiece held(job, imposition, 0, 1);
    KeptPlace at = held.taken();
    at.middle = {*rc::gen::inRange(20, 190) + 0.3, *rc::gen::inRange(20, 280) + 0.7};
    at.rotation_deg = *rc::gen::inRange(-170, 170);
    at = held.snapped(at, 4);
    if (!held.free(at)) return;
    const Imposition moved = impose(withPlaceMoved(job, imposition, 0, at));
    RC_ASSERT(moved.sheets.size() == 1u && moved.sheets[0].regions.size() == 2u);
    for (const PlacedRegion& part : moved.sheets[0].regions)
        if (part.copy == at.copy) {
            const KeptPlace there = keptPlaceOf(part, moved.grid);
            RC_ASSERT(std::abs(there.middle.x - at.middle.x) < 0.05 &&
                      std::abs(there.middle.y - at.middle.y) < 0.05 && there.rotation_deg == at.rotation_deg);
        }
}
