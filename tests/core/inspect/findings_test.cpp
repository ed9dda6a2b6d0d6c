#include "core/inspect/findings.h"

#include <gtest/gtest.h>

#include "core/layout/imposition.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

const ArtworkPtr& fine() {
    static const ArtworkPtr artwork = artworkOf(marked({1800, 1200}, 1));
    return artwork;
}

const Finding* find(const std::vector<Finding>& all, Finding::Id id) {
    for (const Finding& finding : all)
        if (finding.id == id) return &finding;
    return nullptr;
}

}  // namespace

TEST(Findings, aCleanPieceHasNone) { EXPECT_TRUE(findings(jobOf(fine(), {150, 100})).empty()); }

TEST(Findings, aNearMissOffersTheSizeThatFits) {
    const Job job = jobOf(fine(), {290, 290 / 1.5});  // 3 mm wider than A4 lying
    const auto all = findings(job);
    const Finding* miss = find(all, Finding::Id::misses_one_sheet);
    ASSERT_TRUE(miss);
    EXPECT_NEAR(miss->mm, 3, 0.2);
    ASSERT_TRUE(miss->remedy);
    const Job mended = withSize(job, miss->piece, *miss->remedy);
    EXPECT_EQ(impose(mended).sheets.size(), 1u);
    EXPECT_GT(miss->remedy->width, 286.5) << "no smaller than need be";
    EXPECT_FALSE(find(findings(mended), Finding::Id::misses_one_sheet));
    EXPECT_FALSE(find(findings(jobOf(fine(), {293, 293 / 1.5})), Finding::Id::misses_one_sheet))
        << "6 mm is no near miss";
}

TEST(Findings, aPictureOverTheEdgeOffersTheSizeThatFits) {
    Job job = jobOf(fine(), {150, 100});
    job = withObject(job, job.pieces.front().id, {0, "tile", SizeMm{120, 120}, {}});
    const auto all = findings(job);
    const Finding* over = find(all, Finding::Id::larger_than_object);
    ASSERT_TRUE(over);
    EXPECT_NEAR(over->mm, 15, 1e-9);
    EXPECT_FALSE(find(findings(withSize(job, over->piece, *over->remedy)), Finding::Id::larger_than_object));
}

TEST(Findings, fewPixelsAndCroppingAreSaid) {
    EXPECT_TRUE(find(findings(jobOf(fine(), {450, 300})), Finding::Id::few_pixels));
    const auto all = findings(jobOf(fine(), {100, 100}));
    const Finding* cropped = find(all, Finding::Id::cropped);
    ASSERT_TRUE(cropped);
    EXPECT_NEAR(cropped->number, 100 / 3.0, 0.01);
}

TEST(Findings, sheetsLaidWholeCannotBeTrimmedToJoin) {
    EXPECT_TRUE(
        find(findings(jobOf(fine(), {300, 200}, "release-sheet-press")), Finding::Id::whole_sheets_join));
    EXPECT_FALSE(
        find(findings(jobOf(fine(), {150, 100}, "release-sheet-press")), Finding::Id::whole_sheets_join));
}
