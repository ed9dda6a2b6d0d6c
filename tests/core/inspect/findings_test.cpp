#include "core/inspect/findings.h"

#include <gtest/gtest.h>

#include "core/layout/imposition.h"
#include "core/object/materials.h"
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
    Job job = jobOf(fine(), {299, 200});  // 2 mm wider than A4 lying
    job.sheets.margin_mm = 1;
    const auto all = findings(job);
    const Finding* miss = find(all, Finding::Id::misses_one_sheet);
    ASSERT_TRUE(miss);
    EXPECT_NEAR(miss->mm, 4, 0.2);
    ASSERT_TRUE(miss->remedy);
    const Job mended = withSize(job, miss->piece, *miss->remedy);
    EXPECT_EQ(impose(mended).sheets.size(), 1u);
    EXPECT_GT(miss->remedy->width, 294.5) << "no smaller than need be";
    EXPECT_FALSE(find(findings(mended), Finding::Id::misses_one_sheet));
    EXPECT_FALSE(find(findings(withSize(job, miss->piece, {301, 200})), Finding::Id::misses_one_sheet))
        << "6 mm is no near miss";
}

TEST(Findings, aPictureThatFitsThePaperButNotItsPrintablePartIsSaidAtOnce) {
    Job job = jobOf(fine(), {290, 290 / 1.5});  // A4 is 297 wide, of which 287 can be printed
    const auto all = findings(job);
    const Finding* margin = find(all, Finding::Id::crosses_margin);
    ASSERT_TRUE(margin);
    EXPECT_NEAR(margin->mm, 3, 0.2);
    EXPECT_FALSE(find(findings(withSize(job, margin->piece, *margin->remedy)), Finding::Id::crosses_margin));
    EXPECT_TRUE(find(findings(withSize(job, margin->piece, {209.98, 297.02})), Finding::Id::crosses_margin))
        << "a page as large as the paper";
    job.sheets.margin_mm = 15;
    const auto wide = findings(job);
    ASSERT_TRUE(find(wide, Finding::Id::crosses_margin)) << "by more than a near miss, too";
    EXPECT_NEAR(find(wide, Finding::Id::crosses_margin)->mm, 23, 0.2);
}

TEST(Findings, aPictureOverTheEdgeOffersTheSizeThatFits) {
    Job job = jobOf(fine(), {150, 100});
    job = withObject(job, job.pieces.front().id, objectOf("tile", ShapeKind::rectangle, {120, 120}));
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

TEST(Findings, whatTheObjectHasAgainstThePictureIsNamed) {
    Object slate = objectOf("slate", ShapeKind::rectangle, {200, 150});
    slate.zones.push_back({ZoneKind::keep_out, "knot", shapeOf(ShapeKind::circle, {20}), {30, 0}, {}});
    Job job = withObject(jobOf(fine(), {90, 60}), 2, slate);
    const auto crossed = findings(job);
    ASSERT_TRUE(find(crossed, Finding::Id::crosses_keep_out));
    EXPECT_EQ(find(crossed, Finding::Id::crosses_keep_out)->name, "knot");
    EXPECT_FALSE(find(findings(withPlace(job, 2, {-50, 0}, 0)), Finding::Id::crosses_keep_out));
    EXPECT_EQ(find(findings(withPlace(job, 2, {900, 0}, 0)), Finding::Id::misses_object)->severity,
              Severity::blocker);
    EXPECT_FALSE(find(crossed, Finding::Id::dark_ground));
    slate.ground = {60, 62, 66};
    EXPECT_TRUE(find(findings(withObject(job, 2, slate)), Finding::Id::dark_ground));
    slate.zones.push_back(
        {ZoneKind::painted, "paint", shapeOf(ShapeKind::rectangle, {180, 130}), {}, {240, 240, 230}});
    EXPECT_FALSE(find(findings(withObject(job, 2, slate)), Finding::Id::dark_ground))
        << "it is painted pale there";
}

TEST(Findings, careZonesKeepEdgesAndSeamsAway) {
    Job job = jobOf(fine(), {570, 380});
    // Without it a seam runs through the middle of the picture's height.
    job = withCare(job, 2, {{"face", {0.46, 0.44, 0.08, 0.12}}});
    EXPECT_FALSE(find(findings(job), Finding::Id::seam_in_care_zone)) << "the seams moved out of its way";
    const PixelGrid grid{job.sheets.ppi};
    for (const Sheet& sheet : impose(job).sheets)
        for (const PlacedRegion& part : sheet.regions)
            for (double seam : {grid.mm(part.region.x), grid.mm(part.region.right())})
                EXPECT_TRUE(seam <= 0.46 * 570 || seam >= 0.54 * 570) << seam;
    job = withCare(job, 2, {{"everything", {0, 0, 1, 1}}});
    EXPECT_TRUE(find(findings(job), Finding::Id::seam_in_care_zone)) << "there is no way round it";
    Object round = objectOf("round", ShapeKind::circle, {300});
    job = withFit(withObject(withCare(job, 2, {{"corner", {0, 0, 0.1, 0.1}}}), 2, round), 2, Fit::fill, 0);
    EXPECT_TRUE(find(findings(job), Finding::Id::edge_in_care_zone));
}

TEST(Findings, aWayThatDoesNotGoWithTheMaterialSaysWhy) {
    Job job = jobOf(fine(), {60, 40}, "gel-rub-off");
    Object skin = job.objects.front();
    skin.material = findMaterial(shippedMaterials(), "skin");
    const auto all = findings(withObject(job, job.pieces.front().id, skin));
    const Finding* unsuited = find(all, Finding::Id::unsuited_material);
    ASSERT_TRUE(unsuited);
    EXPECT_EQ(unsuited->name, "Gel medium is not made for skin.");
    // On dark cloth one sentence is enough: it names the cloth.
    skin.material = findMaterial(shippedMaterials(), "cotton-dark");
    skin.ground = skin.material.ground;
    const auto on_cloth = findings(withObject(job, job.pieces.front().id, skin));
    EXPECT_TRUE(find(on_cloth, Finding::Id::unsuited_material));
    EXPECT_FALSE(find(on_cloth, Finding::Id::dark_ground));
}

TEST(Findings, aMethodThatIsDescribedAnewIsOffered) {
    Job job = jobOf(fine(), {90, 60});
    EXPECT_FALSE(find(findings(job), Finding::Id::newer_method));
    job.pieces.front().method.revision = 1;
    EXPECT_TRUE(find(findings(job), Finding::Id::newer_method))
        << "an old job keeps its copy until it is asked";
}
