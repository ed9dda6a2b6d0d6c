// Where a picture hides the knots under it: against a search of every place that shares nothing with the
// program's but what is rendered.
#include "core/knots/find_place.h"

#include <opencv2/imgproc.hpp>
#include <random>

#include <gmock/gmock.h>

#include "core/job/edits.h"
#include "core/job/landing.h"
#include "core/knots/seen_through.h"
#include "core/measure/outline_operations.h"
#include "core/method/catalogue.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

Zone knotAt(const PointMm& at, double across_mm, const Rgb8& colour = {110, 74, 40}) {
    return {ZoneKind::under, "knot", shapeOf(ShapeKind::circle, {across_mm}), at, colour};
}

Job onBoard(const ArtworkPtr& artwork, const Object& board, const SizeMm& size) {
    return withPiece({}, {.artwork = artwork,
                          .object = board,
                          .method = findMethod(shippedMethods(), "gel-rub-off"),
                          .size = size});
}

/// A board with knots, and a picture with dark, busy and pale parts inside it.
Job boardOf(unsigned seed) {
    std::mt19937 random(seed);
    const auto between = [&](double least, double most) {
        return std::uniform_real_distribution<double>(least, most)(random);
    };
    cv::Mat picture(90, 120, CV_8UC1, cv::Scalar(235));
    for (int k = 0; k < 5; ++k)
        cv::ellipse(picture, cv::Point(static_cast<int>(between(0, 120)), static_cast<int>(between(0, 90))),
                    cv::Size(static_cast<int>(between(8, 30)), static_cast<int>(between(8, 30))),
                    between(0, 180), 0, 360, cv::Scalar(between(10, 170)), cv::FILLED);
    cv::Mat busy(picture.size(), CV_8UC1);
    cv::randu(busy, 0, 255);
    const cv::Rect part(static_cast<int>(between(0, 70)), static_cast<int>(between(0, 50)), 40, 35);
    cv::addWeighted(picture(part), 0.5, busy(part), 0.5, 0, picture(part));
    Object board = objectOf("board", ShapeKind::rectangle, {between(150, 190), between(115, 150)});
    for (int k = 0; k < 1 + static_cast<int>(seed % 3); ++k)
        board.zones.push_back(knotAt({between(-55, 55), between(-40, 40)}, between(6, 18)));
    return withPlace(onBoard(artworkOf(picture), board, {120, 90}), 2, {0, 0}, 0);
}

/// What an eye makes of a place, by the definition: each place of each knot, finer than the program looks.
class SeenByHand {
  public:
    SeenByHand(const Job& job, const Piece& piece) : through_(seenThrough(job, piece, {})) {
        for (const Zone& zone : objectOf(job, piece).zones) {
            const Outline knot = outlineOf(zone);
            const RectMm box = bounds(knot);
            for (double y = box.y + step / 2; y < box.bottom(); y += step)
                for (double x = box.x + step / 2; x < box.right(); x += step)
                    if (contains(knot, {x, y})) places_.push_back({x, y});
        }
    }
    double at(const PointMm& middle, double scale, bool turned) const {
        const cv::Mat& seen = through_.each.front().seen;
        const double across = (turned ? -1 : 1) * seen.cols / (scale * through_.picture.width),
                     down = (turned ? -1 : 1) * seen.rows / (scale * through_.picture.height);
        const auto of = [&](int column, int row) {
            return column >= 0 && row >= 0 && column < seen.cols && row < seen.rows
                       ? seen.at<float>(row, column)
                       : through_.each.front().bare;
        };
        double sum = 0;
        for (const PointMm& place : places_) {
            const double u = (place.x - middle.x) * across + seen.cols / 2.0 - 0.5,
                         v = (place.y - middle.y) * down + seen.rows / 2.0 - 0.5;
            const int column = static_cast<int>(std::floor(u)), row = static_cast<int>(std::floor(v));
            const double right = u - column, below = v - row;
            sum += (1 - below) * ((1 - right) * of(column, row) + right * of(column + 1, row)) +
                   below * ((1 - right) * of(column, row + 1) + right * of(column + 1, row + 1));
        }
        return sum * step * step;
    }
    double at(const ProposedPlace& place) const {
        return at(place.from_centre, place.scale, std::abs(place.rotation_deg) > 90);
    }
    double knots_mm2() const { return through_.knots_mm2; }

  private:
    static constexpr double step = 0.7;
    SeenThrough through_;
    std::vector<PointMm> places_;
};

}  // namespace

TEST(FindPlace, isWithinATwentiethOfAnExhaustiveSearchOnTwentyBoards) {
    for (unsigned seed = 1; seed <= 20; ++seed) {
        const Job job = boardOf(seed);
        const Piece& piece = job.pieces.front();
        const Object& board = objectOf(job, piece);
        const PlaceLimits limits{true, 0.9, 1.1};
        const auto found = proposedPlaces(job, piece, limits);
        ASSERT_FALSE(found.empty());
        const SeenByHand seen(job, piece);
        const SizeMm room = sizeOf(board);
        double best = 1e9;
        for (int i = 0; i < 9; ++i) {
            const double scale = 0.9 + 0.025 * i;
            // Half of the rim that it has stays.
            const double rim = std::min(room.width - 120, room.height - 90) / 4;
            const double dx = (room.width - scale * 120) / 2 - rim, dy = (room.height - scale * 90) / 2 - rim;
            if (dx < 0 || dy < 0) continue;
            for (const bool turned : {false, true})
                for (double y = -dy; y <= dy; y += 1.5)
                    for (double x = -dx; x <= dx; x += 1.5)
                        best = std::min(best, seen.at({x, y}, scale, turned));
        }
        // Where next to nothing is seen a twentieth of it is nothing.
        const double nothing = 0.2 * seen.knots_mm2();
        EXPECT_LE(seen.at(found.front()), 1.05 * best + nothing) << "board " << seed;
        EXPECT_LE(seen.at(found.front()), seen.at({0, 0}, 1, false) + nothing) << "board " << seed;
    }
}

TEST(FindPlace, proposesThreePlacesThatAreUnlikeAndInsideTheBoard) {
    const Job job = boardOf(7);
    const auto found = proposedPlaces(job, job.pieces.front());
    ASSERT_EQ(found.size(), 3U);
    for (std::size_t a = 0; a < 3; ++a) {
        for (std::size_t b = 0; b < a; ++b)
            EXPECT_TRUE(found[a].rotation_deg != found[b].rotation_deg ||
                        std::hypot(found[a].from_centre.x - found[b].from_centre.x,
                                   found[a].from_centre.y - found[b].from_centre.y) > 8);
        const Job moved = withProposed(job, 2, found[a]);
        const Outline beyond =
            without(inkOnObject(moved, moved.pieces.front()), plateOf(moved.objects.front()));
        EXPECT_LT(area(beyond), 3) << a;
    }
}

TEST(FindPlace, putsAKnotIntoTheDarkPartOfAPicture) {
    cv::Mat picture(80, 100, CV_8UC1, cv::Scalar(240));
    picture(cv::Rect(40, 20, 30, 30)).setTo(15);
    Object board = objectOf("board", ShapeKind::rectangle, {180, 160});
    board.zones = {knotAt({20, 10}, 14)};
    Job job = withPlace(onBoard(artworkOf(picture), board, {100, 80}), 2, {0, 0}, 0);
    const auto best = proposedPlaces(job, job.pieces.front(), {false, 1, 1}).front();
    const PointMm in_picture{20 - best.from_centre.x + 50, 10 - best.from_centre.y + 40};
    EXPECT_TRUE(in_picture.x > 46 && in_picture.x < 64 && in_picture.y > 26 && in_picture.y < 44)
        << in_picture.x << " " << in_picture.y;
    EXPECT_LT(best.mean, placeAsItIs(job, job.pieces.front()).mean / 10);
}

TEST(FindPlace, movesAPictureNoFartherThanItMayBe) {
    const Job job = boardOf(4);
    const PlaceLimits limits{.half_turn = false, .least_scale = 1, .most_scale = 1, .most_move_mm = 6};
    for (const ProposedPlace& place : proposedPlaces(job, job.pieces.front(), limits))
        EXPECT_LE(std::hypot(place.from_centre.x, place.from_centre.y), 6.1);
}

TEST(FindPlace, turnsABoardRatherThanThePictureOnIt) {
    Job job = boardOf(6);
    job.objects.front().zones.push_back(
        {ZoneKind::under, "crack", shapeOf(ShapeKind::triangle), {30, 20}, {}});
    const ProposedPlace here = placeAsItIs(job, job.pieces.front());
    const ProposedPlace turned{{7, -4}, 180, 1, 0, 0, false};
    const Job moved = withProposed(job, 2, turned);
    EXPECT_EQ(moved.pieces.front().placement.rotation_deg, 0);
    EXPECT_EQ(moved.pieces.front().placement.from_centre, (PointMm{-7, 4}));
    const Job by_hand = withPlace(job, 2, turned.from_centre, 180);
    EXPECT_NEAR(placeAsItIs(moved, moved.pieces.front()).seen,
                placeAsItIs(by_hand, by_hand.pieces.front()).seen, 0.01 * here.seen + 1);
    // One that looks otherwise on its head stays, and so does one with another picture.
    job.objects.front().shape = shapeOf(ShapeKind::arch, {170, 140, 40});
    EXPECT_EQ(withProposed(job, 2, turned).pieces.front().placement.rotation_deg, 180);
}

TEST(FindPlace, keepsAKnotOutOfWhatIsToBeKeptWhole) {
    Object board = objectOf("board", ShapeKind::rectangle, {130, 110});
    board.zones = {knotAt({10, 5}, 12)};
    cv::Mat dark(80, 100, CV_8UC1, cv::Scalar(20));
    Job job = withPlace(onBoard(artworkOf(dark), board, {100, 80}), 2, {0, 0}, 0);
    EXPECT_FALSE(placeAsItIs(job, job.pieces.front()).on_what_counts);
    job = withCare(job, 2, {{"face", {0.45, 0.4, 0.3, 0.3}}});
    EXPECT_TRUE(placeAsItIs(job, job.pieces.front()).on_what_counts);
    for (const ProposedPlace& place : proposedPlaces(job, job.pieces.front()))
        EXPECT_FALSE(place.on_what_counts);
}

TEST(FindPlace, aTurnedPictureIsJudgedAsItLies) {
    Job job = boardOf(5);
    const double upright = placeAsItIs(job, job.pieces.front()).seen;
    // Board and picture turned together are the same board.
    Job turned = job;
    for (Zone& zone : turned.objects.front().zones) zone.at = rotated(zone.at, 90);
    turned.objects.front().shape = shapeOf(ShapeKind::rectangle, {190, 190});
    turned = withPlace(turned, 2, {0, 0}, 90);
    EXPECT_NEAR(placeAsItIs(turned, turned.pieces.front()).seen, upright, 0.05 * upright + 5);
}

TEST(FindPlace, aPictureThatCoversItsBoardGoesOnCoveringIt) {
    Job job = boardOf(3);
    job = withFit(job, 2, Fit::fill, 0);
    for (const ProposedPlace& place : proposedPlaces(job, job.pieces.front())) {
        const Job moved = withProposed(job, 2, place);
        const Piece& piece = moved.pieces.front();
        const Outline picture = landingOf(moved, piece)
                                    .toObject(rectangleOutline({-piece.size.width / 2, -piece.size.height / 2,
                                                                piece.size.width, piece.size.height}));
        EXPECT_LT(area(without(visibleOf(moved.objects.front()), picture)), 3);
    }
}

TEST(FindPlace, isOfferedWhereThereIsSomethingToHide) {
    Job job = boardOf(2);
    EXPECT_TRUE(canFindPlace(job, job.pieces.front()));
    for (Zone& zone : job.objects.front().zones) zone.kind = ZoneKind::keep_out;
    EXPECT_FALSE(canFindPlace(job, job.pieces.front()));
    Job spot = boardOf(2);
    spot.objects.front().shape = shapeOf(ShapeKind::spot);
    EXPECT_FALSE(canFindPlace(spot, spot.pieces.front()));
}

TEST(FindPlace, aPictureBesideItsObjectIsToldToBeMovedFirst) {
    const Job job = withPlace(boardOf(2), 2, {400, 0}, 0);
    EXPECT_THROW(proposedPlaces(job, job.pieces.front()), Error);
}
