#include "core/render/as_printed.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>

#include "core/fill/fill_object.h"
#include "core/job/edits.h"
#include "core/job/landing.h"
#include "core/job/matching.h"
#include "core/job/one_print.h"
#include "core/job/turns.h"
#include "core/layout/kept_places.h"
#include "core/layout/nesting.h"
#include "core/measure/outline_operations.h"
#include "core/render/render_region.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// A board of 400 x 300 mm with three pictures on it that are printed as one, at 100 ppi.
Job boardWithThree() {
    Job job = jobOf(picture(), {120, 90});
    const int first = job.pieces.front().id;
    job = withObject(job, first, objectOf("board", ShapeKind::rectangle, {400, 300}));
    job = withAnother(job, first, picture(), {80, 100});
    job = withAnother(job, first, picture(), {100, 60});
    // On whole pixels, so that they can be compared with what each is by itself.
    const double px = PixelGrid{100}.pixel_mm();
    job = withPlace(job, job.pieces[0].id, {-400 * px, -200 * px}, 0);
    job = withPlace(job, job.pieces[1].id, {400 * px, 100 * px}, 90);
    job = withPlace(job, job.pieces[2].id, {-300 * px, 300 * px}, 30);
    job.sheets.ppi = 100;
    return withOnePrint(job, first, true);
}

Print printOfAll(const Job& printed) { return printOf(printed, printed.pieces.front(), printed.sheets.ppi); }

}  // namespace

TEST(OnePrint, isThePrintsOfItsPicturesAtTheirPlaces) {
    const Job job = boardWithThree(), printed = asPrinted(job);
    ASSERT_EQ(printed.pieces.size(), 1U);
    const Piece& together = printed.pieces.front();
    EXPECT_EQ(together.id, job.pieces.front().id);
    Print print = printOfAll(printed);
    EXPECT_EQ(print.mirrored, mirroredInPrint(job, job.pieces.front()));
    print.mirrored = Mirrored::no;
    const cv::Mat all = renderWhole(print);
    ASSERT_EQ(all.cols, print.size.width);
    Outline ink;
    for (const Piece& piece : job.pieces) {
        ink = united(ink, inkOnObject(job, piece));
        Print alone = printOf(job, piece, 100);
        alone.mirrored = Mirrored::no;
        cv::Mat own = renderWhole(alone);
        if (piece.placement.rotation_deg == 30) continue;
        if (piece.placement.rotation_deg == 90) cv::rotate(own, own, cv::ROTATE_90_CLOCKWISE);
        const RectMm box = bounds(inkOnObject(job, piece));
        const int x = print.grid.nearest(box.x -
                                         (together.placement.from_centre.x - together.size.width / 2)),
                  y = print.grid.nearest(box.y -
                                         (together.placement.from_centre.y - together.size.height / 2));
        const cv::Rect inner(3, 3, own.cols - 6, own.rows - 6);
        cv::Mat differs;
        cv::absdiff(all(inner + cv::Point(x, y)), own(inner), differs);
        EXPECT_LT(cv::mean(differs)[0], 2) << piece.id;
    }
    // Bare wherever none of them is.
    cv::Mat mask(all.size(), CV_8U, cv::Scalar(255));
    const double px = print.grid.pixel_mm();
    for (const Ring& ring : offset(ink, 0.6).rings) {
        std::vector<cv::Point> points;
        for (const PointMm& p : ring)
            points.emplace_back(
                cvRound((p.x - together.placement.from_centre.x + together.size.width / 2) / px),
                cvRound((p.y - together.placement.from_centre.y + together.size.height / 2) / px));
        cv::fillPoly(mask, std::vector<std::vector<cv::Point>>{points}, cv::Scalar(0));
    }
    double darkest = 0;
    cv::minMaxLoc(all, &darkest, nullptr, nullptr, nullptr, mask);
    EXPECT_EQ(darkest, 255);
}

TEST(OnePrint, itsPartsPutTogetherAreTheWhole) {
    const Job printed = asPrinted(boardWithThree());
    const Print print = printOfAll(printed);
    const cv::Mat whole = renderWhole(print);
    cv::Mat parts(whole.size(), whole.type());
    for (int y = 0; y < whole.rows; y += 211)
        for (int x = 0; x < whole.cols; x += 307) {
            const RectPx box{x, y, std::min(307, whole.cols - x), std::min(211, whole.rows - y)};
            renderRegion(print, box).copyTo(parts(cv::Rect(box.x, box.y, box.width, box.height)));
        }
    EXPECT_EQ(cv::norm(whole, parts, cv::NORM_INF), 0);
}

TEST(OnePrint, aPatchworkWithoutJointsShowsNoLineBetweenItsPictures) {
    const ArtworkPtr black = artworkOf(cv::Mat(60, 60, CV_8UC1, cv::Scalar(0)));
    Job job = jobOf(black, {60, 60});
    const int first = job.pieces.front().id;
    job = withObject(job, first, objectOf("board", ShapeKind::rectangle, {300, 260}));
    for (int i = 0; i < 4; ++i) job = withAnother(job, first, black, {60, 60});
    Filling filling;
    filling.manner = FillManner::patchwork;
    filling.gap_mm = filling.margin_mm = 0;
    for (Piece& piece : job.pieces) piece.tone.contrast.kind = Contrast::Kind::none;
    job = withOnePrint(fillObject(job, job.objects.front().id, filling).job, first, true);
    job.sheets.ppi = 100;
    const cv::Mat all = renderWhole(printOfAll(asPrinted(job)));
    // But for the pixels where three of them meet.
    const cv::Mat pale = all(cv::Rect(2, 2, all.cols - 4, all.rows - 4)) > 12;
    EXPECT_LE(cv::countNonZero(pale), 8);
}

TEST(OnePrint, isPartedOverSheetsAsAnyPicture) {
    Job job = boardWithThree();
    const Job printed = asPrinted(job);
    const Imposition imposition = impose(printed);
    ASSERT_EQ(imposition.plans.size(), 1U);
    EXPECT_GT(imposition.plans.front().seams.size(), 0U);
    for (const Sheet& sheet : imposition.sheets)
        for (const PlacedRegion& part : sheet.regions) EXPECT_EQ(part.piece, job.pieces.front().id);
    // How its sheets meet is kept with the first of its pictures.
    Joining joining = job.pieces.front().joining;
    joining.joint = Joint::lap;
    job = withJoining(job, printed.pieces.front().id, joining);
    EXPECT_EQ(asPrinted(job).pieces.front().joining, joining);
}

TEST(OnePrint, onlyWhatIsMadeAlikeIsPrintedTogether) {
    Job job = boardWithThree();
    job = withAlreadyReversed(job, job.pieces[0].id, true);  // turned back before: still the same
    EXPECT_EQ(asPrinted(job).pieces.size(), 1U);
    Tone tone = job.pieces[1].tone;
    tone.ink = Tone::InkChoice::colour;
    EXPECT_EQ(inkOf(asPrinted(withTone(job, job.pieces[1].id, tone)).pieces.front()), Ink::colour);
    Printer other;
    other.name = "other";
    Job two = withPrinterLike(job, job.pieces[1].id, other);
    EXPECT_EQ(asPrinted(two).pieces.size(), 2U);
    EXPECT_FALSE(printedWithOthers(two, two.pieces[1]));
    two = withOnePrint(job, job.pieces[2].id, false);
    EXPECT_EQ(asPrinted(two), two);
}

TEST(OnePrint, matchedPicturesElsewhereAreJudgedWithThePicturesThemselves) {
    Job job = boardWithThree();
    job = withPiece(job, {.artwork = picture(),
                          .object = objectOf("slate", ShapeKind::rectangle, {100, 100}),
                          .method = job.pieces.front().method,
                          .size = {50, 40}});
    const int first = job.pieces.front().id, other = job.pieces.back().id;
    job = withMatchedSet(job, {first, other}, {.tone = true, .size = false, .method = false, .edge = false});
    const Job printed = asPrinted(job);
    const Print as_it_was = printOf(job, *findPiece(job, other), 100),
                now = printOf(printed, *findPiece(printed, other), 100);
    ASSERT_EQ(now.judged_with.size(), 2U);
    EXPECT_EQ(now.judged_with.front().artwork, as_it_was.judged_with.front().artwork);
}

TEST(OnePrint, careZonesLieWhereTheyDid) {
    Job job = boardWithThree();
    job = withCare(job, job.pieces[1].id, {{"face", {0.25, 0.5, 0.5, 0.25}}});
    const Piece together = asPrinted(job).pieces.front();
    ASSERT_EQ(together.care.size(), 1U);
    const RectMm was = bounds(landingOf(job, job.pieces[1])
                                  .toObject(rectangleOutline(
                                      inPicture(job.pieces[1], job.pieces[1].care.front().parts)))),
                 now = inPicture(together, together.care.front().parts);
    EXPECT_NEAR(now.x + together.placement.from_centre.x, was.x, 0.1);
    EXPECT_NEAR(now.bottom() + together.placement.from_centre.y, was.bottom(), 0.1);
}

TEST(OnePrint, placesFoundForItAreTakenOverIntoTheJob) {
    Job job = boardWithThree();
    job.sheets.paper = paperNamed("A3");
    job = withCopies(job, job.pieces.front().id, 2);
    for (Piece& piece : job.pieces) piece.size = {piece.size.width / 3, piece.size.height / 3};
    const Job printed = asPrinted(job);
    const Job laid = withPlacesKept(printed, impose(printed));
    const Job kept = withPlacesOf(job, laid);
    EXPECT_EQ(kept.pieces, job.pieces);
    EXPECT_EQ(kept.kept_sheets, laid.kept_sheets);
    const Imposition again = impose(asPrinted(kept));
    EXPECT_EQ(again.sheets.size(), impose(printed).sheets.size());
}
