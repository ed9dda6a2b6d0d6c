#include "core/artwork/picture_edit.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/artwork/borders.h"
#include "core/artwork/edited.h"
#include "core/artwork/read_picture.h"
#include "core/artwork/take_apart.h"
#include "core/artwork/warp.h"
#include "core/base/data_folder.h"
#include "core/job/job_json.h"
#include "core/render/render_region.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// A smooth picture without symmetry, so that reading between its pixels is exact to a level or two.
cv::Mat smoothPicture(SizePx size) {
    cv::Mat pixels(size.height, size.width, CV_8UC3);
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x) {
            const double u = 1.0 * x / size.width, v = 1.0 * y / size.height;
            pixels.at<cv::Vec3b>(y, x) = {cv::saturate_cast<uchar>(255 * u),
                                          cv::saturate_cast<uchar>(255 * v),
                                          cv::saturate_cast<uchar>(127 + 100 * std::sin(5 * u + 3 * v))};
        }
    return pixels;
}

PictureEdit anyEdit() {
    PictureEdit edit;
    edit.quarters = *rc::gen::inRange(0, 4);
    edit.reversed = *rc::gen::arbitrary<bool>();
    edit.straighten_deg = *rc::gen::inRange(-300, 301) / 10.0;
    const double left = *rc::gen::inRange(0, 50) / 100.0, top = *rc::gen::inRange(0, 50) / 100.0;
    edit.crop = {left, top, *rc::gen::inRange(20, 51) / 100.0, *rc::gen::inRange(20, 51) / 100.0};
    if (*rc::gen::arbitrary<bool>()) {
        const auto near = [](double at) { return at + *rc::gen::inRange(-10, 11) / 100.0; };
        edit.corners = {PointMm{near(0.15), near(0.15)}, PointMm{near(0.85), near(0.15)},
                        PointMm{near(0.85), near(0.85)}, PointMm{near(0.15), near(0.85)}};
    }
    return edit;
}

double difference(const cv::Mat& a, const cv::Mat& b) {
    if (a.size() != b.size() || a.type() != b.type()) return 255;
    return cv::norm(a, b, cv::NORM_L1) /
           static_cast<double>(a.total() * static_cast<std::size_t>(a.channels()));
}

}  // namespace

TEST(PictureEdit, quarterTurnsAndCropKeepEveryPixel) {
    for (int type : {CV_8UC1, CV_8UC4, CV_16UC3}) {
        const ArtworkPtr came = artworkOf(noise({90, 61}, type));
        PictureEdit edit;
        edit.quarters = 1;
        edit.crop = {0.25, 0.5, 0.5, 0.25};
        cv::Mat turned;
        cv::rotate(came->pixels, turned, cv::ROTATE_90_CLOCKWISE);
        const ArtworkPtr made = edited(came, edit);
        EXPECT_TRUE(same(pixelsFor(*made, 1), turned(cv::Rect(15, 45, 31, 23))));
        EXPECT_EQ(made->size, (SizePx{31, 23}));
        EXPECT_EQ(made->original, came) << "the picture stays as it came";
    }
}

TEST(PictureEdit, aPictureThatCameMirroredIsSeenTurnedBackAndItsFileIsPrintedAsItCame) {
    const ArtworkPtr came = artworkOf(marked({90, 61}, 3));
    Job job = jobOf(came, {90, 61});  // one turn
    const int id = job.pieces.front().id;
    job = withEnlarging(job, id, {.engine = Engine::smooth});
    job = withCare(job, id, {{"mark", {0.1, 0.2, 0.2, 0.3}}});
    const cv::Mat straight = renderWhole(printOf(job, job.pieces.front(), 60));
    const Job turned = withAlreadyReversed(job, id, true);
    const Piece& piece = turned.pieces.front();
    EXPECT_TRUE(same(pixelsFor(*piece.artwork, 1), flipped(came->pixels)));
    EXPECT_NEAR(piece.care.front().parts.x, 0.7, 1e-9) << "zones go with what they mark";
    // On the paper: the other way round than before, since the object now shows the mirror image.
    EXPECT_TRUE(same(renderWhole(printOf(turned, piece, 60)), flipped(straight)));
    const Job back = withAlreadyReversed(turned, id, false);
    EXPECT_EQ(back.pieces.front().artwork, came);
    EXPECT_NEAR(back.pieces.front().care.front().parts.x, 0.1, 1e-9);
    // It is told by the piece, and a frame stays on what it shows.
    PictureEdit edit;
    edit.crop = {0, 0, 0.25, 1};
    Job framed = withPicture(job, id, edited(came, edit));
    framed = withAlreadyReversed(framed, id, true);
    const ReadJob read =
        readJob({"job.json", jsonOf(framed)}, [&](const std::string&, const std::string&) { return came; });
    ASSERT_TRUE(read.faults.empty());
    EXPECT_EQ(read.job.pieces.front().artwork->sha256, framed.pieces.front().artwork->sha256);
    EXPECT_EQ(croppedTo(framed.pieces.front().artwork->edit, {0, 0, 0.5, 1}).crop,
              (PageParts{0.125, 0, 0.125, 1}))
        << "the left of what is seen is the right of what came";
}

TEST(PictureEdit, noEditIsTheOriginalAndEveryEditHasAKeyOfItsOwn) {
    const ArtworkPtr came = artworkOf(noise({40, 30}, CV_8UC3));
    PictureEdit edit;
    edit.clean.specks = 3;
    const ArtworkPtr once = edited(came, edit);
    EXPECT_EQ(edited(once, {}), came);
    edit.clear_paper = true;
    EXPECT_NE(edited(once, edit)->sha256, once->sha256);
    EXPECT_EQ(edited(edited(came, {}), edit)->sha256, edited(once, edit)->sha256)
        << "an edit is of the original";
}

RC_GTEST_PROP(PictureEdit, straighteningShowsNoEmptyCorner, ()) {
    PictureEdit edit;
    edit.straighten_deg = *rc::gen::inRange(-450, 451) / 10.0;
    const SizePx original{*rc::gen::inRange(20, 900), *rc::gen::inRange(20, 900)};
    const SizePx size = editedSize(edit, original);
    const cv::Matx33d map = toOriginal(edit, original);
    for (const auto& [x, y] :
         {std::pair{0, 0}, {size.width, 0}, {0, size.height}, {size.width, size.height}}) {
        const cv::Vec3d at = map * cv::Vec3d(x, y, 1);
        RC_ASSERT(at[0] > -1 && at[1] > -1 && at[0] < original.width + 1 && at[1] < original.height + 1);
    }
}

RC_GTEST_PROP(PictureEdit, aPlaceGoesToAnotherEditAndComesBack, ()) {
    const PictureEdit a = anyEdit(), b = anyEdit();
    const SizePx original{400, 300};
    const PointMm place{*rc::gen::inRange(0, 101) / 100.0, *rc::gen::inRange(0, 101) / 100.0};
    const PointMm back = placeIn(a, b, original, placeIn(b, a, original, place));
    RC_ASSERT(std::abs(back.x - place.x) < 1e-5 && std::abs(back.y - place.y) < 1e-5);
}

RC_GTEST_PROP(PictureEdit, everyEditCanBeWrittenAndReadAgain, ()) {
    Job job = jobOf(picture(), {100, 66});
    PictureEdit edit = anyEdit();
    edit.clean = {*rc::gen::inRange(0, 101), *rc::gen::inRange(0, 101), *rc::gen::inRange(0, 21) / 1.0,
                  *rc::gen::arbitrary<bool>()};
    edit.clear_paper = *rc::gen::arbitrary<bool>();
    if (*rc::gen::arbitrary<bool>()) edit.cut = {true, {{false, 0.02, {{0.1, 0.2}, {0.3, 0.4}}}}};
    const bool reversed = edit.reversed;
    edit.reversed = false;
    job = withPicture(job, job.pieces.front().id, edited(picture(), edit));
    job = withAlreadyReversed(job, job.pieces.front().id, reversed);
    edit.reversed = reversed;
    const ReadJob read =
        readJob({"job.json", jsonOf(job)}, [](const std::string&, const std::string&) { return picture(); });
    RC_ASSERT(read.faults.empty());
    RC_ASSERT(read.job.pieces.front().artwork->edit == edit);
    RC_ASSERT(read.job.pieces.front().artwork->sha256 == job.pieces.front().artwork->sha256);
}

TEST(PictureEdit, aSheetThatWasPhotographedAtASlantIsSquareAgain) {
    const cv::Mat sheet = smoothPicture({320, 240});
    const std::array<PointMm, 4> corners{PointMm{0.12, 0.18}, PointMm{0.86, 0.10}, PointMm{0.93, 0.84},
                                         PointMm{0.08, 0.90}};
    const SizePx photo{500, 400};
    const cv::Point2f from[4] = {{0, 0}, {320, 0}, {320, 240}, {0, 240}};
    cv::Point2f to[4];
    for (std::size_t i = 0; i < 4; ++i)
        to[i] = {static_cast<float>(corners[i].x * photo.width),
                 static_cast<float>(corners[i].y * photo.height)};
    const cv::Matx33d back = cv::getPerspectiveTransform(to, from);
    PictureEdit edit;
    edit.corners = corners;
    const ArtworkPtr made = edited(artworkOf(warped(sheet, back, photo)), edit);
    cv::Mat square;
    cv::resize(pixelsFor(*made, 1), square, sheet.size(), 0, 0, cv::INTER_AREA);
    const cv::Rect inner(8, 8, 304, 224);
    EXPECT_LT(difference(square(inner), sheet(inner)), 2);
}

TEST(PictureEdit, corners) {
    EXPECT_TRUE(makeSheet({PointMm{0, 0}, PointMm{1, 0}, PointMm{1, 1}, PointMm{0, 1}}));
    EXPECT_FALSE(makeSheet({PointMm{0, 0}, PointMm{0, 1}, PointMm{1, 1}, PointMm{1, 0}})) << "the wrong way";
    EXPECT_FALSE(makeSheet({PointMm{0, 0}, PointMm{1, 1}, PointMm{1, 0}, PointMm{0, 1}})) << "crossed";
    EXPECT_FALSE(makeSheet({PointMm{0, 0}, PointMm{1, 0}, PointMm{0.5, 1e-7}, PointMm{0, 0.5}}))
        << "a sliver";
}

TEST(PictureEdit, aDrawingStaysSharpWhenItIsCropped) {
    const ArtworkPtr came = readPicture(dataFolder() / "demo" / "star-chart.svg");
    PictureEdit edit;
    edit.crop = {0.4, 0.4, 0.2, 0.2};
    const ArtworkPtr made = edited(came, edit);
    EXPECT_EQ(made->kind, Artwork::Kind::vector);
    const cv::Mat close = pixelsFor(*made, 4);
    const cv::Mat whole = pixelsFor(*came, 4);
    EXPECT_NEAR(close.cols, 0.2 * whole.cols, 2);
    const cv::Mat part =
        whole(cv::Rect(cvRound(0.4 * whole.cols), cvRound(0.4 * whole.rows), close.cols, close.rows));
    EXPECT_LT(difference(close, part), 3) << "drawn at the resolution that was asked, not enlarged";
    // A print of the crop, at a resolution where all of the drawing would be too much.
    edit.crop = {0.45, 0.45, 0.1, 0.1};
    const ArtworkPtr closer = edited(came, edit);
    const Job job = jobOf(closer, {100, 100 / closer->aspect()});
    const Print print = printOf(job, job.pieces.front(), 1200);
    EXPECT_EQ(renderRegion(print, {100, 100, 64, 64}).cols, 64);
}

RC_GTEST_PROP(PictureEdit, regionsOfAnEditedPictureAreTheWhole, ()) {
    static const ArtworkPtr came = artworkOf(noise({140, 100}, CV_8UC3));
    PictureEdit edit = anyEdit();
    edit.clean.even_light = 60;
    const Job job = jobOf(edited(came, edit), {60, 40});
    const Print print = printOf(job, job.pieces.front(), 100);
    const cv::Mat whole = renderWhole(print);
    const RectPx box{*rc::gen::inRange(0, 100), *rc::gen::inRange(0, 60), 40, 30};
    RC_ASSERT(same(renderRegion(print, box), whole(cv::Rect(box.x, box.y, box.width, box.height)).clone()));
}

TEST(PictureEdit, thePieceKeepsItsWidthAndItsCareZonesTheirPlace) {
    const ArtworkPtr came = artworkOf(noise({200, 100}, CV_8UC3));
    Job job = jobOf(came, {100, 50});
    const int id = job.pieces.front().id;
    job = withCare(job, id, {{"face", {0.5, 0.4, 0.2, 0.2}}, {"corner", {0, 0, 0.1, 0.1}}});
    PictureEdit edit;
    edit.crop = {0.5, 0, 0.5, 1};
    job = withPicture(job, id, edited(came, edit));
    EXPECT_EQ(job.pieces.front().size, (SizeMm{100, 100}));
    ASSERT_EQ(job.pieces.front().care.size(), 1u) << "what is cropped away needs no care";
    EXPECT_NEAR(job.pieces.front().care.front().parts.x, 0, 1e-9);
    EXPECT_NEAR(job.pieces.front().care.front().parts.width, 0.4, 1e-9);
    PictureEdit turned;
    turned.quarters = 1;
    job = withPicture(job, id, edited(came, turned));
    EXPECT_NEAR(job.pieces.front().size.width, 100, 1e-9) << "turned by a quarter, its height is its width";
}

TEST(StrayBorder, blackRimsOfALidAndWhiteRimsOfAPrint) {
    cv::Mat photo = noise({200, 150}, CV_8UC3) / 2 + cv::Scalar::all(60);
    EXPECT_EQ(strayBorder(photo).kind, StrayBorder::Kind::none);
    cv::Mat scan = photo.clone();
    scan(cv::Rect(0, 0, 200, 9)).setTo(cv::Scalar::all(6));
    scan(cv::Rect(188, 0, 12, 150)).setTo(cv::Scalar::all(14));
    const StrayBorder dark = strayBorder(scan);
    EXPECT_EQ(dark.kind, StrayBorder::Kind::dark);
    EXPECT_NEAR(dark.inside.y, 9 / 150.0, 1 / 150.0);
    EXPECT_NEAR(dark.inside.right(), 188 / 200.0, 1 / 200.0);
    cv::Mat print = photo.clone();
    cv::rectangle(print, {0, 0, 200, 150}, cv::Scalar::all(252), 12);
    EXPECT_EQ(strayBorder(print).kind, StrayBorder::Kind::light);
    // Bare paper round a drawing belongs to it, and a night sky is no rim.
    cv::Mat drawing(150, 200, CV_8UC3, cv::Scalar::all(255));
    cv::circle(drawing, {100, 75}, 50, cv::Scalar::all(0), 2);
    EXPECT_EQ(strayBorder(drawing).kind, StrayBorder::Kind::none);
    cv::Mat sky(150, 200, CV_8UC3, cv::Scalar::all(12));
    cv::circle(sky, {100, 75}, 30, cv::Scalar::all(230), -1);
    EXPECT_EQ(strayBorder(sky).kind, StrayBorder::Kind::none);
}

TEST(TakeApart, picturesOnAPageAreFoundStraightenedAndInReadingOrder) {
    cv::Mat page(700, 1000, CV_8UC3, cv::Scalar(244, 240, 232));
    const cv::Mat pictures[3] = {noise({260, 180}, CV_8UC3, 4) / 2, noise({240, 200}, CV_8UC3, 5) / 2,
                                 noise({500, 160}, CV_8UC3, 6) / 2};
    const cv::Point2f middles[3] = {{220, 180}, {700, 190}, {500, 520}};
    const double turns[3] = {4, -6, 1.5};
    for (int i = 0; i < 3; ++i) {
        cv::Mat turn = cv::getRotationMatrix2D(
            {static_cast<float>(pictures[i].cols) / 2, static_cast<float>(pictures[i].rows) / 2}, -turns[i],
            1);
        turn.at<double>(0, 2) += middles[i].x - pictures[i].cols / 2.0;
        turn.at<double>(1, 2) += middles[i].y - pictures[i].rows / 2.0;
        cv::warpAffine(pictures[i], page, turn, page.size(), cv::INTER_AREA, cv::BORDER_TRANSPARENT);
    }
    const ArtworkPtr came = artworkOf(page);
    const std::vector<PictureEdit> found = picturesOn(*came);
    ASSERT_EQ(found.size(), 3u);
    for (int i = 0; i < 3; ++i) {
        const ArtworkPtr part = edited(came, found[static_cast<std::size_t>(i)]);
        EXPECT_NEAR(part->size.width, pictures[i].cols, 8) << i;
        EXPECT_NEAR(part->size.height, pictures[i].rows, 8) << i;
        // Its own picture, upright: the mean of its quarters says so.
        cv::Mat small, wanted;
        cv::resize(pixelsFor(*part, 1), small, {4, 4}, 0, 0, cv::INTER_AREA);
        cv::resize(pictures[i], wanted, {4, 4}, 0, 0, cv::INTER_AREA);
        EXPECT_LT(difference(small, wanted), 6) << i;
    }
    EXPECT_TRUE(picturesOn(*artworkOf(pictures[0])).empty()) << "one picture is not taken apart";
}
