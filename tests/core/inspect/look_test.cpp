// Each finding firing on a picture made for it, and none on one without its fault.
#include "core/inspect/look.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>

#include "core/artwork/faces.h"
#include "core/base/data_folder.h"
#include "core/inspect/detail.h"
#include "core/inspect/mend.h"
#include "core/inspect/thin_lines.h"
#include "core/inspect/vanishing.h"
#include "core/job/job_recipe.h"
#include "tests/support/findings.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

std::vector<Finding> seen(const Job& job) { return lookAt(job, job.pieces.front()).findings; }

/// Mends the one and says whether it is gone.
bool mends(const Job& job, const Finding& finding) {
    EXPECT_TRUE(hasRemedy(finding));
    const Job better = mended(job, finding);
    std::vector<Finding> all = findings(better);
    for (Finding& each : lookAt(better, better.pieces.front()).findings) all.push_back(std::move(each));
    return std::none_of(all.begin(), all.end(),
                        [&](const Finding& each) { return each.what.index() == finding.what.index(); });
}

/// What a camera sees: shapes of every size with soft and sharp rims, and a little grain.
cv::Mat photograph(int w = 900, int h = 600) {
    cv::RNG rng(5);
    cv::Mat pixels(h, w, CV_8UC3, cv::Scalar(150, 160, 170));
    for (int i = 0; i < 900; ++i)
        cv::circle(pixels, {rng.uniform(0, w), rng.uniform(0, h)},
                   2 + static_cast<int>(60 / (1 + rng.uniform(0, 60))),
                   cv::Scalar(rng.uniform(60, 220), rng.uniform(60, 220), rng.uniform(60, 220)), -1,
                   cv::LINE_AA);
    return pixels;
}

/// A face as a cascade knows it: light brow, cheeks and nose, dark eyes, brows and mouth.
cv::Mat drawnFace(int side = 420) {
    cv::Mat face(side, side, CV_8UC1, cv::Scalar(120));
    const double s = side / 420.0;
    const auto at = [&](double x, double y) { return cv::Point(cvRound(x * s), cvRound(y * s)); };
    const auto size = [&](double x, double y) { return cv::Size(cvRound(x * s), cvRound(y * s)); };
    cv::ellipse(face, at(210, 215), size(120, 155), 0, 0, 360, 205, -1);
    cv::ellipse(face, at(210, 95), size(128, 62), 0, 180, 360, 60, -1);
    for (double x : {162.0, 258.0}) {
        cv::ellipse(face, at(x, 186), size(36, 20), 0, 0, 360, 150, -1);
        cv::ellipse(face, at(x, 188), size(26, 11), 0, 0, 360, 60, -1);
        cv::ellipse(face, at(x, 160), size(38, 9), 0, 0, 360, 70, -1);
        cv::ellipse(face, at(x, 245), size(34, 26), 0, 0, 360, 218, -1);
    }
    cv::ellipse(face, at(210, 225), size(16, 44), 0, 0, 360, 228, -1);
    cv::ellipse(face, at(210, 266), size(26, 8), 0, 0, 360, 130, -1);
    cv::ellipse(face, at(210, 305), size(48, 14), 0, 0, 360, 90, -1);
    cv::ellipse(face, at(210, 345), size(40, 16), 0, 0, 360, 180, -1);
    cv::GaussianBlur(face, face, {}, 4 * s);
    return face;
}

}  // namespace

/// The demo's pieces, one test each.
class CleanDemo : public testing::TestWithParam<std::size_t> {};

TEST_P(CleanDemo, hasNothingWorthALook) {
    Job job = jobFromRecipe(dataFolder() / "demo" / "brindle-moor.json");
    ASSERT_LT(GetParam(), job.pieces.size());
    const Piece piece = job.pieces[GetParam()];
    job.pieces = {piece};
    for (const Finding& finding : everyFinding(job))
        // Nobody has said how tissue goes on tin: a note that stays true.
        if (!is<finding::MaterialWithCare>(finding)) ADD_FAILURE() << piece.name << ": " << name(finding);
}

INSTANTIATE_TEST_SUITE_P(Pieces, CleanDemo, testing::Range<std::size_t>(0, 10));

TEST(Look, aBigBlackAreaIsFoundInItsPlaceAndBrokenUp) {
    cv::Mat pixels(600, 900, CV_8UC1, cv::Scalar(240));
    cv::circle(pixels, {300, 300}, 150, 15, -1);
    const Job job = jobOf(artworkOf(pixels), {150, 100});
    const auto all = seen(job);
    const Finding* solid = find<finding::SolidAreas>(all);
    ASSERT_TRUE(solid);
    EXPECT_NEAR(said<finding::SolidAreas>(all)->cm2, 19.6, 0.5);
    ASSERT_EQ(solid->places.size(), 1u);
    EXPECT_NEAR(solid->places[0].x, 25, 1);
    EXPECT_TRUE(mends(job, *solid));
    // A way that lifts no ink has nothing against it.
    EXPECT_FALSE(find<finding::SolidAreas>(seen(jobOf(artworkOf(pixels), {150, 100}, "iron-on-paper"))));
}

TEST(Look, linesThinnerThanTheWayHoldsAreMeasured) {
    cv::Mat pixels(1200, 1800, CV_8UC1, cv::Scalar(255));
    for (int i = 0; i < 10; ++i) cv::line(pixels, {100, 100 + 40 * i}, {1700, 130 + 40 * i}, 0, 1);
    const Job thin = jobOf(artworkOf(pixels), {152.4, 101.6});  // 300 to the inch: 0.085 mm
    const auto all = seen(thin);
    const Finding* lines = find<finding::ThinLine>(all);
    ASSERT_TRUE(lines);
    EXPECT_NEAR(said<finding::ThinLine>(all)->mm, 0.085, 0.04);
    EXPECT_FALSE(lines->places.empty());
    EXPECT_FALSE(find<finding::ThinLine>(seen(jobOf(artworkOf(pixels), {600, 400})))) << "larger, they hold";
}

TEST(ThinLines, aLineThatTheEdgeOfASampleGrazesIsNotThin) {
    cv::Mat ink(400, 900, CV_8UC1, cv::Scalar(255));
    cv::line(ink, {0, -3}, {899, -1}, 0, 6, cv::LINE_AA);  // half a millimetre, most of it outside
    EXPECT_FALSE(thinLines(ink, {300}, 0.25));
    cv::line(ink, {0, 100}, {899, 117}, 0, 1, cv::LINE_AA);
    EXPECT_TRUE(thinLines(ink, {300}, 0.25)) << "a line that is thin is, wherever it goes";
}

TEST(ThinLines, aPaleLineIsAsWideAsABlackOne) {
    for (int grey : {0, 90, 140}) {
        cv::Mat ink(400, 600, CV_8UC1, cv::Scalar(255));
        cv::line(ink, {50, 60}, {550, 200}, grey, 5, cv::LINE_AA);
        const auto finest = finestLine(ink, {254});  // a tenth of a millimetre
        ASSERT_TRUE(finest) << grey;
        const double held = cv::sum(255 - ink)[0] / (255 - grey) / std::hypot(500, 140);
        EXPECT_NEAR(*finest, held / 10, 0.08) << grey;
    }
    cv::Mat shapes(400, 600, CV_8UC1, cv::Scalar(255));
    cv::rectangle(shapes, {50, 50, 300, 250}, 0, cv::FILLED);
    cv::circle(shapes, {460, 200}, 80, 0, -1, cv::LINE_AA);
    EXPECT_FALSE(thinLines(shapes, {254}, 0.5)) << "corners and rims are no lines";
}

TEST(TrueDetail, anEnlargedOrBlurredPictureIsTold) {
    const cv::Mat sharp = photograph(1200, 900);
    EXPECT_GT(trueDetail(sharp), 0.8);
    for (const double times : {2.0, 3.0, 4.0}) {
        cv::Mat large;
        cv::resize(sharp, large, {}, times, times, cv::INTER_CUBIC);
        EXPECT_NEAR(trueDetail(large), 1 / times, 0.35 / times) << times;
    }
    cv::Mat soft;
    cv::GaussianBlur(sharp, soft, {}, 3);
    EXPECT_LT(trueDetail(soft), 0.4);
    EXPECT_EQ(trueDetail(cv::Mat(600, 600, CV_8UC1, cv::Scalar(80))), 1) << "an even picture tells nothing";
    EXPECT_EQ(trueDetail(noise({40, 40}, CV_8UC1)), 1);
}

TEST(Look, aSoftPictureIsNotCalledSharp) {
    cv::Mat large;
    cv::resize(photograph(), large, {}, 4, 4, cv::INTER_CUBIC);
    const Job job = jobOf(artworkOf(large), {500, 333});  // 183 to the inch by its pixels, 46 by its detail
    const auto all = seen(job);
    const Finding* soft = find<finding::SoftDetail>(all);
    ASSERT_TRUE(soft);
    EXPECT_NEAR(said<finding::SoftDetail>(all)->per_inch, 46, 18);
    EXPECT_FALSE(find<finding::SoftDetail>(seen(jobOf(artworkOf(photograph()), {120, 80}))));
}

TEST(Look, aStrayBorderIsTrimmed) {
    cv::Mat scan = photograph();
    scan(cv::Rect(0, 0, 900, 20)).setTo(cv::Scalar::all(5));
    const Job job = jobOf(artworkOf(scan), {150, 100});
    const auto all = seen(job);
    const Finding* border = find<finding::EvenBorder>(all);
    ASSERT_TRUE(border);
    EXPECT_FALSE(said<finding::EvenBorder>(all)->white);
    EXPECT_TRUE(mends(job, *border));
}

TEST(Look, coloursThatBecomeOneGreyAreKeptApart) {
    cv::Mat sign(300, 400, CV_8UC3, cv::Scalar(40, 128, 60));
    cv::putText(sign, "ORRERY", {20, 170}, cv::FONT_HERSHEY_SIMPLEX, 2.6, cv::Scalar(200, 60, 50), 14);
    Job job = jobOf(artworkOf(sign), {80, 60});
    job = withTone(job, job.pieces.front().id, {.ink = Tone::InkChoice::grey});
    const auto all = seen(job);
    const Finding* merge = find<finding::ColoursMerge>(all);
    ASSERT_TRUE(merge);
    EXPECT_TRUE(mends(job, *merge));
}

TEST(Look, paleDetailIsLostOnADarkerGround) {
    cv::Mat pale(400, 600, CV_8UC1, cv::Scalar(250));
    for (int i = 0; i < 30; ++i) cv::circle(pale, {40 + 18 * i, 60 + 9 * i}, 12, 238, 3);
    cv::rectangle(pale, {20, 350, 30, 30}, 0, cv::FILLED);
    Job job = jobOf(artworkOf(pale), {150, 100});
    Tone tone;
    tone.contrast = {Contrast::Kind::none, 0};
    job = withTone(job, job.pieces.front().id, tone);
    const auto all = seen(job);
    const Finding* lost = find<finding::PaleDetailLost>(all);
    ASSERT_TRUE(lost);
    EXPECT_GT(said<finding::PaleDetailLost>(all)->share, 0.25);
    EXPECT_FALSE(lost->places.empty());
    tone.contrast.kind = Contrast::Kind::automatic;
    tone.shades.lift[9] = -40;
    EXPECT_FALSE(find<finding::PaleDetailLost>(seen(withTone(job, job.pieces.front().id, tone))))
        << "darkened, it is seen";
}

TEST(Look, detailOverADarkPatchIsLost) {
    cv::Mat pixels(400, 600, CV_8UC1, cv::Scalar(250));
    for (int i = 0; i < 25; ++i) cv::circle(pixels, {60 + 20 * i, 200}, 14, 90, 3);
    Job job = jobOf(artworkOf(pixels), {150, 100});
    Object board = objectOf("board", ShapeKind::rectangle, {200, 140});
    board.zones.push_back(
        {ZoneKind::painted, "burnt", shapeOf(ShapeKind::rectangle, {60, 90}), {-40, 0}, {26, 24, 24}});
    job = withObject(job, job.pieces.front().id, board);
    const auto all = seen(job);
    const Finding* lost = find<finding::DarkDetailLost>(all);
    ASSERT_TRUE(lost);
    ASSERT_FALSE(lost->places.empty());
    EXPECT_LT(lost->places.front().x, 75) << "at the left, where the patch is";
    // A sheet that brings its own white does not mind.
    Job opaque = withMethod(job, job.pieces.front().id,
                            jobOf(picture(), {9, 6}, "iron-on-paper").pieces.front().method);
    EXPECT_FALSE(find<finding::DarkDetailLost>(seen(opaque)));
}

TEST(Look, moreInkThanTheSheetTakes) {
    const auto printed = [](const char* method) {
        const Job job = jobOf(artworkOf(photograph() / 4), {150, 100}, method);
        Tone tone;
        tone.contrast.kind = Contrast::Kind::none;
        return seen(withTone(job, job.pieces.front().id, tone));
    };
    EXPECT_TRUE(find<finding::MuchInk>(printed("release-sheet-press")));
    EXPECT_FALSE(find<finding::MuchInk>(printed("gel-rub-off"))) << "plain paper takes it";
}

TEST(Look, aFaceIsOfferedAsACareZone) {
    cv::Mat portrait(700, 600, CV_8UC1, cv::Scalar(140));
    drawnFace().copyTo(portrait(cv::Rect(90, 120, 420, 420)));
    const auto found = facesIn(portrait);
    ASSERT_EQ(found.size(), 1u);
    EXPECT_NEAR(found[0].x + found[0].width / 2, 0.5, 0.06);
    const Job job = jobOf(artworkOf(portrait), {60, 70});
    const auto all = seen(job);
    const Finding* face = find<finding::Faces>(all);
    ASSERT_TRUE(face);
    EXPECT_EQ(said<finding::Faces>(all)->count, 1);
    EXPECT_TRUE(mends(job, *face));
    EXPECT_EQ(mended(job, *face).pieces.front().care.size(), 1u);
    EXPECT_TRUE(facesIn(photograph()).empty());
}

TEST(Look, colourForAPrinterWithoutIsPrintedGrey) {
    Job job = jobOf(artworkOf(photograph()), {90, 60}, "iron-on-paper");
    EXPECT_FALSE(find<finding::ColourWithout>(findings(job)));
    job.printers.front().black_only = true;
    const auto all = findings(job);
    const Finding* without = find<finding::ColourWithout>(all);
    ASSERT_TRUE(without);
    EXPECT_TRUE(mends(job, *without));
}

TEST(Look, isStoppedWhenAsked) {
    std::stop_source stop;
    stop.request_stop();
    const Job job = jobOf(artworkOf(photograph()), {90, 60});
    EXPECT_THROW(lookAt(job, job.pieces.front(), {stop.get_token(), {}}), Error);
}

TEST(LookKey, changesWithWhatIsSeenAndNotWithANameOrAPlace) {
    const Job job = jobOf(artworkOf(photograph()), {90, 60});
    const auto key = [](const Job& j) { return lookKeyOf(j, j.pieces.front()); };
    const int id = job.pieces.front().id;
    EXPECT_EQ(key(withName(job, id, "other")), key(job));
    EXPECT_EQ(key(withCopies(job, id, 7)), key(job));
    Tone tone;
    tone.inverted = true;
    EXPECT_NE(key(withTone(job, id, tone)), key(job));
    EXPECT_NE(key(withAlreadyReversed(job, id, true)), key(job));
    Object dark = job.objects.front();
    dark.ground = {1, 2, 3};
    EXPECT_NE(key(withObject(job, id, dark)), key(job));
}
