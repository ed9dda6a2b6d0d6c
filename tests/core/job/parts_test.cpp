// Pieces made of parts of a picture, and what stays true of a piece when its picture is edited.
#include <opencv2/core.hpp>

#include <gtest/gtest.h>

#include "core/artwork/edited.h"
#include "core/artwork/read_picture.h"
#include "core/job/job_file.h"
#include "core/job/matching.h"
#include "core/render/print.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

PictureEdit cropTo(const PageParts& crop) {
    PictureEdit edit;
    edit.crop = crop;
    return edit;
}

/// A sheet of 200 x 100 px at a millimetre a pixel.
Job sheet() {
    Job job = jobOf(artworkOf(noise({200, 100}, CV_8UC3)), {200, 100});
    job = withName(job, job.pieces.front().id, "sheet");
    return withCare(job, job.pieces.front().id, {{"face", {0.1, 0.2, 0.2, 0.2}}});
}

std::vector<ArtworkPtr> halves(const Job& job) {
    const ArtworkPtr& picture = job.pieces.front().artwork;
    return {edited(picture, cropTo({0, 0, 0.5, 1})), edited(picture, cropTo({0.5, 0, 0.5, 1}))};
}

}  // namespace

TEST(Parts, hangInThePlaceOfThePageAtTheSameScale) {
    Job job = sheet();
    const ArtworkPtr other = artworkOf(noise({20, 20}, CV_8UC1));
    job = withPiece(job, {other, job.objects.front(), job.pieces.front().method, {30, 30}, 1});
    const Job apart = withParts(job, job.pieces.front().id, halves(job), false);
    ASSERT_EQ(apart.pieces.size(), 3u);
    EXPECT_EQ(apart.pieces[0].name, "sheet 1");
    EXPECT_EQ(apart.pieces[1].name, "sheet 2");
    EXPECT_EQ(apart.pieces[2].artwork, other) << "what hung after the page hangs after its parts";
    EXPECT_EQ(apart.pieces[0].size, (SizeMm{100, 100}));
    EXPECT_NE(apart.pieces[0].placement.object, apart.pieces[1].placement.object);
    EXPECT_EQ(apart.objects.size(), 3u) << "the page's own object went with it";
}

TEST(Parts, keepWhatTheyShowOfTheCareZones) {
    const Job job = sheet();
    const Job apart = withParts(job, job.pieces.front().id, halves(job), false);
    ASSERT_EQ(apart.pieces[0].care.size(), 1u);
    EXPECT_NEAR(apart.pieces[0].care[0].parts.x, 0.2, 1e-9);
    EXPECT_NEAR(apart.pieces[0].care[0].parts.width, 0.4, 1e-9);
    EXPECT_TRUE(apart.pieces[1].care.empty());
}

TEST(Parts, thePageStaysWhenItIsAskedTo) {
    const Job job = sheet();
    const Job more = withParts(job, job.pieces.front().id, {halves(job)[1]}, true);
    ASSERT_EQ(more.pieces.size(), 2u);
    EXPECT_EQ(more.pieces[0], job.pieces[0]);
    EXPECT_EQ(more.pieces[1].artwork->original, job.pieces[0].artwork);
    EXPECT_GT(more.next_id, more.pieces[1].id);
}

TEST(Parts, thePagesOfAFileBecomePiecesAtOneScaleAndComeBackFromTheJobFile) {
    const ScratchFolder folder;
    const std::string text = twoPagePdf();
    const ArtworkPtr file = readPicture(std::vector<unsigned char>(text.begin(), text.end()), "leaflet.pdf");
    Job job = jobOf(file, {100, 50});
    job = withParts(job, job.pieces[0].id, {edited(file, {.page = 1}), edited(file, {.page = 2})}, false);
    ASSERT_EQ(job.pieces.size(), 2u);
    EXPECT_NEAR(job.pieces[1].size.width, 100 * 500.0 / 288, 0.5);
    saveJobFile(folder / "two.tympan", job, {});
    const Job back = openJobFile(folder / "two.tympan").job;
    EXPECT_EQ(back.pieces[1].artwork->edit.page, 2);
    EXPECT_EQ(back.pieces[1].artwork->sha256, job.pieces[1].artwork->sha256);
}

TEST(Parts, ofAPieceThatIsNotThereAreNone) {
    const Job job = sheet();
    EXPECT_TRUE(withParts(job, 999, halves(job), false) == job);
    EXPECT_TRUE(withPicture(job, 999, halves(job)[0]) == job);
    EXPECT_TRUE(withAlreadyReversed(job, 999, true) == job);
}

TEST(EditedPiece, aFitRuleFitsTheNewShape) {
    Job job = sheet();
    const int id = job.pieces.front().id;
    job = withObject(job, id, objectOf("tile", ShapeKind::rectangle, {150, 150}));
    job = withFit(job, id, Fit::inside, 10);
    EXPECT_NEAR(job.pieces.front().size.width, 130, 0.11);
    job = withPicture(job, id, edited(job.pieces.front().artwork, cropTo({0, 0, 0.25, 1})));
    EXPECT_NEAR(job.pieces.front().size.height, 130, 0.11) << "upright now";
    EXPECT_NEAR(job.pieces.front().size.width, 65, 0.11);
}

TEST(EditedPiece, aMatchedSetSharesSettingsNotPictures) {
    Job job = sheet();
    job = withDuplicate(job, job.pieces.front().id);
    const int one = job.pieces[0].id, other = job.pieces[1].id;
    job = withMatchedSet(job, {one, other}, {true, false, true, true});
    job = withPicture(job, one, edited(job.pieces[0].artwork, cropTo({0, 0, 0.5, 0.5})));
    EXPECT_NE(findPiece(job, one)->artwork, findPiece(job, other)->artwork);
    EXPECT_FALSE(findPiece(job, other)->artwork->original);
}

TEST(EditedPiece, itsPixelsToTheInchAreThoseOfWhatIsLeft) {
    Job job = sheet();
    const double before = effectivePpi(job.pieces.front());
    job =
        withPicture(job, job.pieces.front().id, edited(job.pieces.front().artwork, cropTo({0, 0, 0.5, 0.5})));
    EXPECT_NEAR(effectivePpi(job.pieces.front()), before / 2, 1e-6)
        << "as wide as before, from half the pixels";
}

TEST(EditedPiece, aPictureThatCameMirroredStaysSoWhenItIsEdited) {
    Job job = sheet();
    const int id = job.pieces.front().id;
    job = withAlreadyReversed(job, id, true);
    PictureEdit edit = job.pieces.front().artwork->edit;
    edit.crop = {0, 0, 0.5, 1};
    job = withPicture(job, id, edited(job.pieces.front().artwork, edit));
    EXPECT_TRUE(job.pieces.front().already_reversed);
    EXPECT_TRUE(job.pieces.front().artwork->edit.reversed);
}
