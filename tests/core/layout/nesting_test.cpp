#include "core/layout/nesting.h"

#include <set>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/artwork/read_picture.h"
#include "core/job/edits.h"
#include "core/job/job_json.h"
#include "core/layout/cut_outline.h"
#include "core/layout/kept_places.h"
#include "core/measure/outline_operations.h"
#include "core/method/catalogue.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// Round pieces, cut to their object.
Job rounds(int copies, double across) {
    Job job = jobOf(picture(), {across, across});
    const Object plate = objectOf("plate", ShapeKind::circle, {across});
    job = withObject(job, job.pieces.front().id, plate);
    job = withEdge(job, job.pieces.front().id, {.cut = Cut::object});
    job.sheets.scissor_gap_mm = 3;
    return withCopies(job, job.pieces.front().id, copies);
}

Job nested(const Job& job, long moves, bool spares = false) {
    return tympan::nested(job, impose(job), {60, moves, 1, spares, 0});
}

/// What is wrong with the sheets of a job whose pieces lie whole: by areas of polygons alone.
std::string faultOf(const Job& job) {
    const Imposition imposition = impose(job);
    std::size_t count = 0, wanted = 0;
    for (const Piece& piece : job.pieces) wanted += static_cast<std::size_t>(printed(piece));
    for (const Sheet& sheet : imposition.sheets) {
        std::vector<Outline> lying;
        const RectMm printable = imposition.grid.mm(sheet.printable);
        for (const PlacedRegion& part : sheet.regions) {
            ++count;
            // Half of the gap about each, but for a pixel that rounding may take.
            const Outline cut = onPage(imposition.cuts[part.print], part, imposition.grid);
            if (area(without(cut, rectangleOutline(grown(printable, imposition.grid.pixel_mm())))) > 1e-3)
                return "beyond what the printer reaches";
            lying.push_back(offset(cut, job.sheets.scissor_gap_mm / 2 - 0.01));
        }
        for (std::size_t i = 0; i < lying.size(); ++i)
            for (std::size_t j = i + 1; j < lying.size(); ++j)
                if (area(shared(lying[i], lying[j])) > 1e-2) return "no room for scissors";
    }
    return count == wanted ? "" : "a copy is missing";
}

}  // namespace

TEST(Nesting, roundsTakeFewerSheetsThanInRows) {
    const Job job = rounds(7, 80);  // rows take six a sheet
    EXPECT_EQ(impose(job).sheets.size(), 2);
    const Job closer = nested(job, 300);
    EXPECT_EQ(impose(closer).sheets.size(), 1) << "seven rounds of 80 mm lie on one A4 sheet";
    EXPECT_EQ(faultOf(closer), "");
}

RC_GTEST_PROP(Nesting, placesAreLegalAndKept, ()) {
    Job job = rounds(*rc::gen::inRange(2, 9), *rc::gen::inRange(30, 80));
    for (int more = *rc::gen::inRange(0, 3); more > 0; --more)
        job = withPiece(job, {picture(),
                              {},
                              shippedMethods().front(),
                              {static_cast<double>(*rc::gen::inRange(20, 120)),
                               static_cast<double>(*rc::gen::inRange(15, 90))},
                              2});
    job.sheets.turning = *rc::gen::element(Turning::none, Turning::quarter, Turning::free);
    job.sheets.ppi = *rc::gen::element(100.0, 300.0);
    const Job closer = nested(job, 150, *rc::gen::arbitrary<bool>());
    RC_ASSERT(faultOf(closer) == "");
    RC_ASSERT(impose(closer).sheets.size() <= impose(job).sheets.size());
    const ReadJob reopened = readJob({"job.json", jsonOf(closer)},
                                     [](const std::string&, const std::string&) { return picture(); });
    RC_ASSERT(reopened.faults.empty() && reopened.job.kept_sheets == closer.kept_sheets);
}

TEST(Nesting, equalStickersLineUp) {
    // A star of five points on bare paper.
    const std::string star =
        "<svg xmlns='http://www.w3.org/2000/svg' width='100' height='96'><path fill='#c80' d='"
        "M50 4 62 36 96 36 68 56 79 90 50 70 21 90 32 56 4 36 38 36Z'/></svg>";
    Job job = jobOf(readPicture({star.begin(), star.end()}, "star.svg"), {26, 25});
    job = withEdge(job, job.pieces.front().id, {.cut = Cut::silhouette, .stop_mm = -1.5});
    job = withCopies(job, job.pieces.front().id, 24);
    job.sheets.scissor_gap_mm = 6;
    job.sheets.turning = Turning::none;
    for (const bool marks : {false, true}) {
        job.sheets.corner_marks = marks;
        const Job closer = nested(job, 2000);
        EXPECT_EQ(faultOf(closer), "");
        ASSERT_EQ(closer.kept_sheets.size(), 1U);
        std::set<long> rows, columns;
        for (const KeptPlace& place : closer.kept_sheets.front().places) {
            rows.insert(std::lround(place.middle.y));
            columns.insert(std::lround(place.middle.x));
        }
        EXPECT_EQ(rows.size(), 4U) << "corner marks " << marks;
        EXPECT_EQ(columns.size(), 6U) << "corner marks " << marks;
    }
}

TEST(Nesting, aLockedPlaceStays) {
    Job job = rounds(5, 60);
    const Imposition imposition = impose(job);
    const int piece = job.pieces.front().id;
    job = withPlaceMoved(job, imposition, 0, {piece, 2, {100, 250}, 30, false});
    ASSERT_EQ(impose(job).sheets.size(), 1);
    const Job closer = nested(job, 200);
    const auto& places = closer.kept_sheets.front().places;
    const auto at =
        std::find_if(places.begin(), places.end(), [](const KeptPlace& p) { return p.copy == 2; });
    ASSERT_NE(at, places.end());
    EXPECT_TRUE(at->locked);
    EXPECT_NEAR(at->middle.x, 100, 1e-6);
    EXPECT_NEAR(at->middle.y, 250, 1e-6);
    EXPECT_EQ(at->rotation_deg, 30);
    EXPECT_EQ(faultOf(closer), "");
}

TEST(Nesting, aLockedPlaceThatNoLongerIsOneHoldsNothing) {
    Job job = rounds(4, 60);
    const int piece = job.pieces.front().id;
    job = withPlaceMoved(job, impose(job), 0, {piece, 1, {100, 260}, 30, false});
    job.sheets.paper = paperNamed("148x210");  // it ends above that place
    ASSERT_EQ(faultOf(job), "");
    const Job closer = nested(job, 200);
    EXPECT_EQ(faultOf(closer), "");
    for (const KeptSheet& kept : closer.kept_sheets)
        for (const KeptPlace& place : kept.places) EXPECT_LT(place.middle.y, 210);
}

TEST(Nesting, sparesFillTheRoomThatIsLeft) {
    const Job job = rounds(3, 60);
    const Job closer = nested(job, 100, true);
    EXPECT_EQ(closer.pieces.front().spares, 3) << "as many again";
    EXPECT_EQ(impose(closer).sheets.size(), 1);
    EXPECT_EQ(faultOf(closer), "");
}

TEST(Nesting, methodsThatPrintOnOtherPaperNeverShareASheet) {
    Job job = rounds(2, 40);
    Shared<Method> other;
    for (const Method& method : shippedMethods())
        if (method.carrier != job.pieces.front().method->carrier && !method.laid_whole && method.passes == 1)
            other = method;
    ASSERT_FALSE(other->id.empty());
    job = withPiece(job, {picture(), {}, other, {40, 40}, 1});
    const Job closer = nested(job, 100);
    for (const Sheet& sheet : impose(closer).sheets)
        for (const PlacedRegion& part : sheet.regions) EXPECT_EQ(part.piece, sheet.regions.front().piece);
}

TEST(Nesting, methodsOnTheSamePaperShareASheetUnlessOneIsMirrored) {
    Job job = rounds(1, 40);
    const Shared<Method> usual = job.pieces.front().method;
    Method other = *usual;
    other.id = "user:alike";
    other.name = "alike";
    job = withPiece(job, {picture(), {}, Shared<Method>(other), {40, 40}, 1});
    EXPECT_EQ(impose(job).sheets.size(), 1u) << "the same paper, fed alike";
    Method face_up = other;
    face_up.id = "user:face-up";
    face_up.turns.clear();
    EXPECT_EQ(impose(withMethod(job, job.pieces.back().id, Shared<Method>(face_up))).sheets.size(), 2u);
    Method shiny = other;
    shiny.id = "user:shiny";
    shiny.carrier.face = "the shiny side";
    EXPECT_EQ(impose(withMethod(job, job.pieces.back().id, Shared<Method>(shiny))).sheets.size(), 2u);
    Method dried = other;
    dried.id = "user:dried";
    dried.before_printing.push_back("Dry it.");
    EXPECT_EQ(impose(withMethod(job, job.pieces.back().id, Shared<Method>(dried))).sheets.size(), 2u);
}

TEST(Nesting, aTabIsLaidWithItsPiece) {
    Job job = jobOf(picture(), {60, 40});
    job = withObject(job, job.pieces.front().id, objectOf("board", ShapeKind::rectangle, {80, 60}));
    job = withEdge(job, job.pieces.front().id, {.tab = true});
    job.sheets.turning = Turning::free;
    job = nested(withCopies(job, job.pieces.front().id, 5), 200);
    EXPECT_EQ(faultOf(job), "");
    const Imposition imposition = impose(job);
    for (const Sheet& sheet : imposition.sheets)
        for (const PlacedRegion& part : sheet.regions) {
            ASSERT_GT(part.tab_px, 0);
            const Outline with = onPage(imposition.cuts[part.print], part, imposition.grid);
            PlacedRegion bare = part;
            bare.tab_px = 0;
            EXPECT_GT(area(with), area(onPage(imposition.cuts[part.print], bare, imposition.grid)) + 300);
        }
}

TEST(Nesting, paperThatBecomesSmallerLaysWhatNoLongerFitsAnew) {
    Job job = nested(rounds(7, 80), 300);
    job.sheets.paper = paperNamed("148x210");
    EXPECT_EQ(faultOf(job), "") << "nothing is lost, nothing lies off the page";
    EXPECT_GT(impose(job).sheets.size(), 1u);
}

TEST(CutOutline, islandsHangTogether) {
    cv::Mat two(100, 200, CV_8UC4, cv::Scalar(0, 0, 0, 0));
    two(cv::Rect(10, 30, 50, 40)).setTo(cv::Scalar(0, 0, 0, 255));
    two(cv::Rect(130, 20, 50, 60)).setTo(cv::Scalar(0, 0, 0, 255));
    Job job = jobOf(artworkOf(two), {100, 50});
    job = withEdge(job, job.pieces.front().id, {.cut = Cut::silhouette});
    const Imposition imposition = impose(job);
    const Outline& cut = imposition.cuts.front();
    EXPECT_EQ(cut.rings.size(), 1);
    // Each island is inside, whole.
    EXPECT_GT(area(cut), 0.95 * (25 * 20 + 25 * 30));
    const double right = bounds(cut).right() - 20;
    EXPECT_TRUE(contains(cut, {10, 20}) && contains(cut, {right, 20}));
}

TEST(Nesting, whenStoppedTheBestSoFarIsTheAnswer) {
    const Job job = rounds(7, 80);
    std::stop_source stop;
    NestingSearch search;
    search.seconds = 600;
    const Job closer = nested(job, impose(job), search, [&](const NestingSoFar&) { stop.request_stop(); },
                              {stop.get_token(), [](double) {}});
    EXPECT_EQ(faultOf(closer), "");
    EXPECT_LE(impose(closer).sheets.size(), 2u);
}
