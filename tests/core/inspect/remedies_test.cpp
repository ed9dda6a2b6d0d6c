// What a remedy must not do: mend one thing and spoil another.
#include "core/inspect/remedies.h"

#include <map>

#include <rapidcheck/gtest.h>

#include "core/inspect/findings.h"
#include "core/inspect/mend.h"
#include "core/job/landing.h"
#include "core/layout/imposition.h"
#include "core/measure/outline_operations.h"
#include "core/method/catalogue.h"
#include "core/seams/seam_planning.h"
#include "tests/support/findings.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// How often each kind is found, of a severity and above.
std::map<std::string, int> kinds(const std::vector<Finding>& all, Severity from) {
    std::map<std::string, int> count;
    for (const Finding& each : all)
        if (each.severity >= from) ++count[std::string(name(each))];
    return count;
}

bool covered(const Job& job) {
    const Piece& piece = job.pieces.front();
    const Object& object = objectOf(job, piece);
    return !object.spot() && area(without(visibleOf(object), inkOnObject(job, piece))) < 0.5;
}

Job anyJob() {
    const auto method = *rc::gen::element<std::string>("gel-rub-off", "tissue-overlay", "opaque-dark-cloth",
                                                       "release-sheet-press");
    const double width = *rc::gen::inRange(60, 640);
    Job job = jobOf(*rc::gen::arbitrary<bool>() ? fine() : letteredChart().pieces.front().artwork,
                    {width, width / 1.5}, method);
    job.sheets.ppi = 100;
    job.sheets.seams = *rc::gen::element(SeamManner::regular, SeamManner::quiet);
    const int id = job.pieces.front().id;
    if (*rc::gen::arbitrary<bool>()) {
        Object board = objectOf("board", *rc::gen::element(ShapeKind::rectangle, ShapeKind::oval),
                                {1.0 * *rc::gen::inRange(80, 500), 1.0 * *rc::gen::inRange(80, 400)});
        if (*rc::gen::arbitrary<bool>())
            board.zones.push_back(
                {ZoneKind::keep_out, "knot", shapeOf(ShapeKind::circle, {20}), {10, 5}, {}});
        job = withObject(job, id, board);
        switch (*rc::gen::inRange(0, 3)) {
            case 0:
                job = withFit(job, id, Fit::fill, 0);
                break;
            case 1:
                job = withEdge(job, id, {.cut = Cut::object});
                break;
            default:
                break;
        }
    }
    if (*rc::gen::arbitrary<bool>()) job = withCare(job, id, {{"face", {0.4, 0.4, 0.2, 0.2}}});
    return job;
}

}  // namespace

RC_GTEST_PROP(Remedies, leaveFewerFindingsAndNoNewOnes, ()) {
    const Job job = anyJob();
    const std::vector<Finding> before = findings(job);
    for (const Finding& each : before) {
        if (!hasRemedy(each)) continue;
        const Job after = mended(job, each);
        const auto had = kinds(before, each.severity), has = kinds(findings(after), each.severity);
        for (const auto& [kind, count] : has) {
            const auto was = had.find(kind);
            if (was == had.end() || count > was->second)
                RC_FAIL("mending " + std::string(name(each)) + " made " + kind);
        }
        RC_ASSERT(!covered(job) || covered(after));
        const auto* seams = std::get_if<finding::SeamCrosses>(&each.what);
        const bool asked = seams && seams->better && seams->better->more_sheets > 0;
        RC_ASSERT(asked ||
                  sheetsForOneCopy(after, after.pieces.front()) <= sheetsForOneCopy(job, job.pieces.front()));
    }
}

TEST(Remedies, aFilledObjectIsNotBaredToSaveASheet) {
    Job job = jobOf(fine(), {430, 287});
    const int id = job.pieces.front().id;
    job = withObject(job, id, objectOf("canvas", ShapeKind::rectangle, {430, 280}));
    job = withFit(job, id, Fit::fill, 0);
    for (const Finding& each : findings(job))
        if (is<finding::SavesSheets>(each) || is<finding::MissesOneSheet>(each)) {
            EXPECT_FALSE(hasRemedy(each)) << "its rim would be bare";
        }
}

TEST(Remedies, aPictureThatCoversItsObjectIsCutToIt) {
    Job job = jobOf(fine(), {150, 100});
    job = withObject(job, job.pieces.front().id, objectOf("tile", ShapeKind::rectangle, {120, 90}));
    const auto found = findings(job);
    const auto* over = find<finding::LargerThanObject>(found);
    ASSERT_TRUE(over && hasRemedy(*over));
    const Job after = mended(job, *over);
    EXPECT_TRUE(covered(after));
    EXPECT_FALSE(find<finding::LargerThanObject>(findings(after)));
}

TEST(Remedies, aPictureIsNotCutToItsObjectThroughWords) {
    Job job = letteredChart();
    job.sheets.paper.size = {500, 350};  // in one part: seams are another matter
    const int id = job.pieces.front().id;
    int cutting = 0;
    for (const double width : {440.0, 420.0, 400.0, 360.0, 320.0}) {
        const Job on = withObject(job, id, objectOf("board", ShapeKind::rectangle, {width, width / 1.6}));
        const auto found = findings(on);
        const auto* over = find<finding::LargerThanObject>(found);
        ASSERT_TRUE(over);
        const bool cuts =
            find<finding::EdgeCutsWords>(findings(withEdge(on, id, {.cut = Cut::object}))) != nullptr;
        cutting += cuts;
        EXPECT_EQ(hasRemedy(*over), !cuts) << width;
    }
    EXPECT_GT(cutting, 0) << "some of the boards' rims run through words";
}

TEST(Remedies, theSizeThatFitsOneSheetComesBeforeMoreSheets) {
    Job job = letteredChart();
    const int id = job.pieces.front().id;
    job.sheets.paper.size = {470, 312};
    job.sheets.seams = SeamManner::regular;
    job = withSize(job, id, {468, 312});
    const auto found = findings(job);
    const auto* miss = find<finding::MissesOneSheet>(found);
    if (!miss) miss = find<finding::CrossesMargin>(found);
    ASSERT_TRUE(miss);
    if (find<finding::SeamCrosses>(found)) {
        EXPECT_EQ(miss->severity, Severity::warning);
        EXPECT_LT(miss, find<finding::SeamCrosses>(found)) << "and stands before it";
    }
}

TEST(Remedies, whatIsLaidInOnePieceIsMadeToFitAndNeverPartedSilently) {
    Job job = jobOf(fine(), {297, 198}, "opaque-dark-cloth");  // as wide as the page
    const int id = job.pieces.front().id;
    const auto all = findings(job);
    const auto* join = find<finding::WholeSheetsJoin>(all);
    ASSERT_TRUE(join);
    EXPECT_EQ(join->severity, Severity::blocker);
    const auto fits = std::get<finding::WholeSheetsJoin>(join->what).fits;
    ASSERT_TRUE(fits);
    EXPECT_GT(fits->width, 286);
    EXPECT_THROW(impose(job), Error) << "no sheet of it is laid out";
    ASSERT_TRUE(hasRemedy(*join));
    const Job smaller = mended(job, *join);
    EXPECT_EQ(impose(smaller).sheets.size(), 1U);
    EXPECT_FALSE(find<finding::WholeSheetsJoin>(findings(smaller)));
    Joining parted = job.pieces.front().joining;
    parted.parted = true;
    job = withJoining(job, id, parted);
    EXPECT_GT(impose(job).sheets.size(), 1U) << "on purpose it is";
    EXPECT_EQ(find<finding::WholeSheetsJoin>(findings(job))->severity, Severity::warning);
    for (const char* method : {"skin-sheet", "two-part-dark-cloth", "release-sheet-press"})
        EXPECT_THROW(impose(jobOf(fine(), {400, 267}, method)), Error) << method;
}

TEST(Sizes, ofACroppedPictureAreThoseOfItsPrint) {
    Job job = jobOf(fine(), {305, 203});
    const int id = job.pieces.front().id;
    job = withObject(job, id, objectOf("canvas", ShapeKind::rectangle, {254, 203}));
    job = withFit(job, id, Fit::fill, 0);
    const Piece& piece = job.pieces.front();
    const SizeMm seen = seenSizeOf(job, piece), print = printSizeOf(job, piece);
    EXPECT_NEAR(seen.width, print.width, 1e-9);
    EXPECT_NEAR(seen.height, print.height, 1e-9);
    EXPECT_LT(seen.width, piece.size.width) << "it is cropped";
}
