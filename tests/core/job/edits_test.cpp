#include "core/job/edits.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/method/catalogue.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

TEST(Edits, aPieceComesWithItsObjectAndGoesWithIt) {
    Job job = jobOf(picture(), {90, 60});
    job = withPiece(job, {picture(),
                          objectOf("plank", ShapeKind::rectangle, {300, 200}),
                          shippedMethods().front(),
                          {45, 30},
                          2});
    ASSERT_EQ(job.pieces.size(), 2u);
    EXPECT_EQ(objectOf(job, job.pieces[1]).name, "plank");
    EXPECT_NE(job.pieces[0].placement.object, job.pieces[1].placement.object);
    const int kept = job.pieces[0].id;
    job = withoutPiece(job, job.pieces[1].id);
    EXPECT_EQ(job.objects.size(), 1u);
    EXPECT_TRUE(findPiece(job, kept));
}

RC_GTEST_PROP(Edits, keepingItsShapeASizeAlwaysHasThePicturesAspect, ()) {
    Job job = jobOf(picture(), {90, 60});
    const int id = job.pieces.front().id;
    const double mm = *rc::gen::inRange(20, 100000) / 10.0;
    const Job wide = withWidth(job, id, mm, Proportions::keep),
              high = withHeight(job, id, mm, Proportions::keep);
    RC_ASSERT(std::abs(wide.pieces.front().size.width / wide.pieces.front().size.height - 1.5) < 1e-9);
    RC_ASSERT(std::abs(high.pieces.front().size.width / high.pieces.front().size.height - 1.5) < 1e-9);
    RC_ASSERT(centredCrop(*picture(), wide.pieces.front().size).whole());
}

TEST(Edits, anotherShapeCropsAboutTheCentre) {
    const SourceBox square = centredCrop(*picture(), {50, 50});
    EXPECT_NEAR(square.right - square.left, 2.0 / 3, 1e-12);
    EXPECT_NEAR(square.left, 1 - square.right, 1e-12);
    EXPECT_EQ(square.top, 0);
    const SourceBox strip = centredCrop(*picture(), {300, 50});
    EXPECT_NEAR(strip.bottom - strip.top, 0.25, 1e-12);
}

TEST(Edits, whatCannotBePrintedIsClamped) {
    Job job = jobOf(picture(), {90, 60});
    const int id = job.pieces.front().id;
    EXPECT_EQ(withWidth(job, id, -4, Proportions::change).pieces.front().size.width, limits::side_mm.least);
    EXPECT_EQ(withWidth(job, id, 1e9, Proportions::change).pieces.front().size.width, limits::side_mm.most);
    EXPECT_EQ(withCopies(job, id, 0).pieces.front().copies, 1);
    SheetRules rules = job.sheets;
    rules.band_mm = 1;
    EXPECT_EQ(withSheets(job, rules).sheets.band_mm, least_band_mm);
}

TEST(Edits, anUnknownPieceLeavesTheJobAsItWas) {
    const Job job = jobOf(picture(), {90, 60});
    EXPECT_EQ(withWidth(job, 999, 50, Proportions::keep), job);
    EXPECT_EQ(withObject(job, 999, {}), job);
    EXPECT_EQ(withoutPiece(job, 999), job);
}

TEST(Edits, theMethodSuggestsTheMakerChooses) {
    Job job = jobOf(picture(), {90, 60}, "gel-rub-off");
    const int id = job.pieces.front().id;
    EXPECT_EQ(inkOf(job.pieces.front()), Ink::grey);
    job = withMethod(job, id, findMethod(shippedMethods(), "tissue-overlay"));
    EXPECT_EQ(inkOf(job.pieces.front()), Ink::colour) << "follows the method until the maker chooses";
    job = withTone(job, id, {Tone::InkChoice::grey, {}});
    EXPECT_EQ(inkOf(job.pieces.front()), Ink::grey);
    job = withMethod(job, id, findMethod(shippedMethods(), "gel-rub-off"));
    job = withTone(job, id, {Tone::InkChoice::colour, {}});
    EXPECT_EQ(inkOf(job.pieces.front()), Ink::colour);
}
