#include "core/inspect/findings.h"

#include <gtest/gtest.h>

#include "core/inspect/mend.h"
#include "core/job/landing.h"
#include "core/layout/imposition.h"
#include "core/object/materials.h"
#include "tests/support/findings.h"
#include "tests/support/pictures.h"
#include "tests/support/texts.h"

using namespace tympan;
using namespace tympan::tests;

TEST(Findings, aCleanPieceHasNone) { EXPECT_TRUE(findings(jobOf(fine(), {150, 100})).empty()); }

TEST(Findings, aNearMissOffersTheSizeThatFits) {
    Job job = jobOf(fine(), {299, 200});  // 2 mm wider than A4 lying
    job.printers.front().margins = evenMargins(1);
    const auto all = findings(job);
    const auto* miss = said<finding::MissesOneSheet>(all);
    ASSERT_TRUE(miss);
    EXPECT_NEAR(miss->by_mm, 4, 0.2);
    const int id = job.pieces.front().id;
    const Job mended = withSize(job, id, miss->fits);
    EXPECT_EQ(impose(mended).sheets.size(), 1u);
    EXPECT_GT(miss->fits.width, 294.5) << "no smaller than need be";
    EXPECT_FALSE(find<finding::MissesOneSheet>(findings(mended)));
    EXPECT_TRUE(find<finding::MissesOneSheet>(findings(withSize(job, id, {318, 212})))) << "at 92.8 %";
    EXPECT_FALSE(find<finding::MissesOneSheet>(findings(withSize(job, id, {324, 216}))))
        << "a tenth less is another picture";
}

TEST(Findings, aLittleSmallerThatSavesASheetIsOffered) {
    for (const double width : {430.0, 600.0, 900.0, 905.0, 1203.0}) {
        const Job job = jobOf(fine(), {width, width / 1.5});
        const int id = job.pieces.front().id;
        const auto tiles = [](const Job& of) {
            return static_cast<long>(impose(of).plans.front().tiles.size());
        };
        const auto saves = [&](double part) {
            return tiles(withSize(job, id, {width * part, width * part / 1.5})) < tiles(job);
        };
        const auto all = findings(job);
        const auto* fewer = said<finding::SavesSheets>(all);
        EXPECT_EQ(fewer != nullptr, saves(0.921)) << width;
        if (!fewer) continue;
        EXPECT_EQ(tiles(withSize(job, id, fewer->fits)), fewer->fewer);
        EXPECT_EQ(tiles(job), fewer->sheets);
        EXPECT_LT(fewer->fewer, fewer->sheets);
        EXPECT_GE(fewer->part, 0.919);
        EXPECT_FALSE(saves((fewer->fits.width + 0.3) / width)) << "no smaller than need be";
    }
}

TEST(Findings, aPictureThatFitsThePaperButNotItsPrintablePartIsSaidAtOnce) {
    Job job = jobOf(fine(), {290, 290 / 1.5});  // A4 is 297 wide, of which 287 can be printed
    const auto all = findings(job);
    const auto* margin = said<finding::CrossesMargin>(all);
    ASSERT_TRUE(margin);
    EXPECT_NEAR(margin->by_mm, 3, 0.2);
    const int id = job.pieces.front().id;
    EXPECT_FALSE(find<finding::CrossesMargin>(findings(withSize(job, id, margin->fits))));
    EXPECT_TRUE(find<finding::CrossesMargin>(findings(withSize(job, id, {209.98, 297.02}))))
        << "a page as large as the paper";
    job.printers.front().margins = evenMargins(15);
    const auto wide = findings(job);
    ASSERT_TRUE(find<finding::CrossesMargin>(wide)) << "by more than a near miss, too";
    EXPECT_NEAR(said<finding::CrossesMargin>(wide)->by_mm, 23, 0.2);
}

TEST(Findings, aPictureOverTheEdgeOffersTheSizeThatFits) {
    Job job = jobOf(fine(), {150, 100});
    job = withObject(job, job.pieces.front().id, objectOf("tile", ShapeKind::rectangle, {120, 120}));
    const auto all = findings(job);
    const auto* over = said<finding::LargerThanObject>(all);
    ASSERT_TRUE(over);
    EXPECT_NEAR(over->by_mm, 15, 1e-9);
    ASSERT_TRUE(over->fits);
    EXPECT_FALSE(
        find<finding::LargerThanObject>(findings(withSize(job, job.pieces.front().id, *over->fits))));
}

TEST(Findings, fewPixelsAndCroppingAreSaid) {
    EXPECT_TRUE(find<finding::FewPixels>(findings(jobOf(fine(), {450, 300}))));
    const auto all = findings(jobOf(fine(), {100, 100}));
    const auto* cropped = said<finding::Cropped>(all);
    ASSERT_TRUE(cropped);
    EXPECT_NEAR(cropped->share, 1 / 3.0, 0.0001);
}

TEST(Findings, sheetsLaidWholeCannotBeTrimmedToJoin) {
    EXPECT_TRUE(find<finding::WholeSheetsJoin>(findings(jobOf(fine(), {300, 200}, "release-sheet-press"))));
    EXPECT_FALSE(find<finding::WholeSheetsJoin>(findings(jobOf(fine(), {150, 100}, "release-sheet-press"))));
    // Of pictures that are printed as one, none has sheets of its own.
    Job two = jobOf(fine(), {300, 200}, "release-sheet-press");
    two = withAnother(two, two.pieces.front().id, fine(), {300, 200});
    EXPECT_TRUE(find<finding::WholeSheetsJoin>(findings(two)));
    const int first = two.pieces.front().id;
    two = withObject(two, first, objectOf("board", ShapeKind::rectangle, {900, 600}));
    EXPECT_FALSE(find<finding::WholeSheetsJoin>(findings(withOnePrint(two, first, true))));
}

TEST(Findings, whatTheObjectHasAgainstThePictureIsNamed) {
    Object slate = objectOf("slate", ShapeKind::rectangle, {200, 150});
    slate.zones.push_back({ZoneKind::keep_out, "knot", shapeOf(ShapeKind::circle, {20}), {30, 0}, {}});
    Job job = withObject(jobOf(fine(), {90, 60}), 2, slate);
    const auto crossed = findings(job);
    ASSERT_TRUE(find<finding::CrossesKeepOut>(crossed));
    EXPECT_EQ(said<finding::CrossesKeepOut>(crossed)->zone, "knot");
    EXPECT_FALSE(find<finding::CrossesKeepOut>(findings(withPlace(job, 2, {-50, 0}, 0))));
    EXPECT_EQ(find<finding::MissesObject>(findings(withPlace(job, 2, {900, 0}, 0)))->severity,
              Severity::blocker);
    EXPECT_FALSE(find<finding::DarkGround>(crossed));
    slate.ground = {60, 62, 66};
    EXPECT_TRUE(find<finding::DarkGround>(findings(withObject(job, 2, slate))));
    slate.zones.push_back(
        {ZoneKind::painted, "paint", shapeOf(ShapeKind::rectangle, {180, 130}), {}, {240, 240, 230}});
    EXPECT_FALSE(find<finding::DarkGround>(findings(withObject(job, 2, slate))))
        << "it is painted pale there";
}

TEST(Findings, careZonesKeepEdgesAndSeamsAway) {
    Job job = jobOf(fine(), {570, 380});
    // Without it a seam runs through the middle of the picture's height.
    job = withCare(job, 2, {{"face", {0.46, 0.44, 0.08, 0.12}}});
    EXPECT_FALSE(find<finding::SeamInCareZone>(findings(job))) << "the seams moved out of its way";
    const PixelGrid grid{job.sheets.ppi};
    for (const Sheet& sheet : impose(job).sheets)
        for (const PlacedRegion& part : sheet.regions)
            for (double seam : {grid.mm(part.region.x), grid.mm(part.region.right())})
                EXPECT_TRUE(seam <= 0.46 * 570 || seam >= 0.54 * 570) << seam;
    job = withCare(job, 2, {{"everything", {0, 0, 1, 1}}});
    EXPECT_TRUE(find<finding::SeamInCareZone>(findings(job))) << "there is no way round it";
    Object round = objectOf("round", ShapeKind::circle, {300});
    job = withFit(withObject(withCare(job, 2, {{"corner", {0, 0, 0.1, 0.1}}}), 2, round), 2, Fit::fill, 0);
    EXPECT_TRUE(find<finding::EdgeInCareZone>(findings(job)));
}

TEST(Findings, seamsThroughLetteringAreSaidAndLaidElsewhere) {
    Job job = letteredChart();
    EXPECT_FALSE(find<finding::SeamCrosses>(findings(job))) << "they hide";
    job.sheets.seams = SeamManner::regular;
    const auto found = findings(job);
    const auto* crosses = said<finding::SeamCrosses>(found);
    ASSERT_TRUE(crosses);
    EXPECT_FALSE(crosses->face);
    EXPECT_GT(crosses->places, 0);
    ASSERT_TRUE(crosses->better);
    EXPECT_EQ(crosses->better->manner, SeamManner::quiet);
    EXPECT_EQ(crosses->better->more_sheets, 0);
    for (const Finding& each : found)
        if (is<finding::SeamCrosses>(each)) {
            EXPECT_EQ(static_cast<int>(each.places.size()), crosses->places);
            EXPECT_TRUE(hasRemedy(each));
            EXPECT_FALSE(find<finding::SeamCrosses>(findings(mended(job, each))));
        }
}

TEST(Findings, aWayThatDoesNotGoWithTheMaterialSaysWhy) {
    Job job = jobOf(fine(), {60, 40}, "gel-rub-off");
    Object skin = job.objects.front();
    skin.material = findMaterial(shippedMaterials(), "skin");
    const auto all = findings(withObject(job, job.pieces.front().id, skin));
    const auto* unsuited = said<finding::UnsuitedMaterial>(all);
    ASSERT_TRUE(unsuited);
    EXPECT_EQ(inEnglish(unsuited->why), "Gel medium is not made for skin.");
    // On paper it goes, with care: said as a note, not as a warning.
    Object page = job.objects.front();
    page.material = findMaterial(shippedMaterials(), "paper");
    const auto on_paper = findings(withObject(job, job.pieces.front().id, page));
    EXPECT_FALSE(find<finding::UnsuitedMaterial>(on_paper));
    const Finding* care = find<finding::MaterialWithCare>(on_paper);
    ASSERT_TRUE(care);
    EXPECT_EQ(care->severity, Severity::note);
    // On dark cloth one sentence is enough: it names the cloth.
    skin.material = findMaterial(shippedMaterials(), "cotton-dark");
    skin.ground = skin.material.ground;
    const auto on_cloth = findings(withObject(job, job.pieces.front().id, skin));
    EXPECT_TRUE(find<finding::UnsuitedMaterial>(on_cloth));
    EXPECT_FALSE(find<finding::DarkGround>(on_cloth));
}

TEST(Findings, aMethodThatIsDescribedAnewIsOffered) {
    Job job = jobOf(fine(), {90, 60});
    EXPECT_FALSE(find<finding::NewerMethod>(findings(job)));
    Method older = job.pieces.front().method;
    older.revision = 1;
    job.pieces.front().method = older;
    EXPECT_TRUE(find<finding::NewerMethod>(findings(job))) << "an old job keeps its copy until it is asked";
}

TEST(Findings, careZonesStayOnTheArtworkWhenItsPrintIsCropped) {
    // 1800 x 1200 pixels printed square: a sixth is left out at either side.
    const Job job = jobOf(fine(), {300, 300});
    const ArtworkParts face{0.5 - 0.05, 0.3, 0.1, 0.1};
    const RectMm at = inPicture(job.pieces.front(), face);
    EXPECT_NEAR(at.x, -0.05 * 450, 1e-9);
    EXPECT_NEAR(at.width, 45, 1e-9) << "in the measure of the whole artwork, which is 450 mm wide";
    const ArtworkParts back = ofArtwork(job.pieces.front(), at);
    EXPECT_NEAR(back.x, face.x, 1e-12);
    EXPECT_NEAR(back.height, face.height, 1e-12);
    const Job marked = withCare(job, job.pieces.front().id, {{"face", face}});
    const PixelGrid grid{marked.sheets.ppi};
    for (const auto& forced :
         {std::optional<Mirrored>(), std::optional(Mirrored::no), std::optional(Mirrored::yes)}) {
        const Imposition imposition = impose(marked, forced);
        const bool mirrored = imposition.prints.front().mirrored == Mirrored::yes;
        for (const Sheet& sheet : imposition.sheets) {
            const double seam = grid.mm(sheet.regions.front().region.x);
            const double seen = mirrored ? 300 - seam : seam;  // in the finished frame
            EXPECT_TRUE(seam == 0 || seen <= 150 + at.x || seen >= 150 + at.right()) << seen;
        }
    }
}

TEST(Findings, careZonesBesideTheMiddleAreLookedForAsThisOutputIsMirrored) {
    Job job = withCare(jobOf(fine(), {480, 320}), 2, {{"name", {0.50, 0.1, 0.06, 0.8}}});
    const PixelGrid grid{job.sheets.ppi};
    for (const Mirrored forced : {Mirrored::no, Mirrored::yes})
        for (const Sheet& sheet : impose(job, forced).sheets) {
            const double seam = grid.mm(sheet.regions.front().region.x);
            const double seen = forced == Mirrored::yes ? 480 - seam : seam;
            EXPECT_TRUE(seam == 0 || seen <= 0.50 * 480 || seen >= 0.56 * 480) << seen;
        }
}

TEST(Findings, aPrinterThatCannotDoItIsAFindingLikeAnyOther) {
    Job job = jobOf(fine(), {100, 66}, "opaque-dark-cloth");
    EXPECT_TRUE(find<finding::UnsuitedPrinter>(findings(job))) << "a laser printer";
    Printer friends;
    friends.name = "a friend's";
    friends.kind = PrinterKind::sublimation;
    job = withPrinterLike(job, job.pieces.front().id, friends);
    EXPECT_FALSE(find<finding::UnsuitedPrinter>(findings(job)));
    EXPECT_EQ(job.printers.size(), 2u);
    job = withPrinterLike(job, job.pieces.front().id, friends);
    EXPECT_EQ(job.printers.size(), 2u) << "the same printer is there once";
}

TEST(Findings, noSizeIsOfferedWhereNothingFits) {
    Job job = jobOf(fine(), {150, 100});
    Object sieve = objectOf("sieve", ShapeKind::rectangle, {60, 60});
    Zone knot;
    knot.kind = ZoneKind::keep_out;
    knot.shape = shapeOf(ShapeKind::rectangle, {59.5, 59.5});
    sieve.zones = {knot};
    job = withObject(job, job.pieces.front().id, sieve);
    const auto all = findings(job);
    const auto* over = said<finding::LargerThanObject>(all);
    ASSERT_TRUE(over);
    EXPECT_FALSE(over->fits);
}

TEST(Findings, fewPixelsSayWhatTheyComeTo) {
    Job job = jobOf(artworkOf(noise({400, 300}, CV_8UC3)), {300, 225});
    const auto all = findings(job);
    const auto* few = said<finding::FewPixels>(all);
    ASSERT_TRUE(few);
    EXPECT_NEAR(few->per_inch, 400 / (300 / 25.4), 0.1);
    EXPECT_EQ(few->times, 4);
    EXPECT_NEAR(ppiSeenFrom(few->enough_from_mm), few->per_inch, 1e-6) << "from there the eye sees no more";
    job = withEnlarging(job, job.pieces.front().id, {.engine = Engine::smooth});
    const auto smooth = findings(job);
    EXPECT_EQ(said<finding::FewPixels>(smooth)->times, 1);
}
