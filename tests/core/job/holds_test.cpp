#include "core/job/holds.h"

#include <gtest/gtest.h>

#include "core/inspect/look.h"
#include "core/job/edits.h"
#include "core/job/job_json.h"
#include "core/method/catalogue.h"
#include "core/render/finished.h"
#include "core/render/render_region.h"
#include "tests/support/findings.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

Job someJob() {
    Job job = jobOf(artworkOf(noise({300, 200}, CV_8UC1)), {150, 100});
    job.printers.front().name = "the laser printer";
    return job;
}

MeasuredTransfer stripFor(const Job& job) {
    const Piece& piece = job.pieces.front();
    return {"a-strip",
            "the laser printer",
            piece.method->id,
            objectOf(job, piece).material.id,
            1'800'000'000,
            {objectOf(job, piece).material.id, {0, 0.5, 1}, {0, 0.2, 0.6}, Basis::measured},
            0.4,
            SolidLimits{0.86, 10, Basis::measured}};
}

}  // namespace

TEST(Holds, theCataloguesGuessUntilAStripWasRead) {
    const Job job = someJob();
    const Holds holds = holdsOf(job, job.pieces.front());
    EXPECT_EQ(holds.finest_line_basis, Basis::guess);
    EXPECT_EQ(holds.solids, job.pieces.front().method->solids);
    EXPECT_FALSE(isMeasured(job, job.pieces.front()));
}

TEST(Holds, aStripTakesThePlaceOfEveryGuessItMeasured) {
    Job job = someJob();
    job = withMeasured(job, stripFor(job));
    const Piece& piece = job.pieces.front();
    const Holds holds = holdsOf(job, piece);
    EXPECT_EQ(holds.curve, &piece.measured->curve);
    EXPECT_EQ(holds.finest_line_mm, 0.4);
    EXPECT_EQ(holds.finest_line_basis, Basis::measured);
    EXPECT_EQ(holds.solids.width_mm, 10);
    const Print print = printOf(job, piece, 100);
    EXPECT_EQ(print.transfer, piece.measured->curve);
    EXPECT_EQ(print.solids, holds.solids);
    EXPECT_EQ(piece.method, someJob().pieces.front().method) << "its copy of the method stays what it was";
}

TEST(Holds, anotherPrinterMaterialOrWayIsNotMeasuredByIt) {
    Job job = someJob();
    const MeasuredTransfer strip = stripFor(job);
    job = withMeasured(job, strip);
    const int id = job.pieces.front().id;
    Job other = job;
    other.printers.front().name = "another";
    EXPECT_FALSE(isMeasured(other, other.pieces.front()));
    other = job;
    other.objects.front().material.id = "slate";
    EXPECT_FALSE(isMeasured(other, other.pieces.front()));
    other = withMethod(job, id, findMethod(shippedMethods(), "skin-sheet"));
    EXPECT_FALSE(isMeasured(other, other.pieces.front()));
    EXPECT_EQ(withMeasured(other, strip).pieces.front().measured, job.pieces.front().measured)
        << "what it does not apply to keeps what it has";
}

TEST(Holds, theFinishedFaceIsWhatTheStripSays) {
    Job job = jobOf(artworkOf(cv::Mat(60, 90, CV_8UC1, cv::Scalar(0))), {90, 60});
    job.printers.front().name = "the laser printer";
    const auto middle = [](const Job& of) {
        const Piece& piece = of.pieces.front();
        const Print print = plainPrint(of, piece, 50);
        const cv::Mat face = finishedPrint(
            of, piece, print, renderRegion(print, {0, 0, print.size.width, print.size.height}), {});
        return static_cast<int>(face.at<cv::Vec3b>(face.rows / 2, face.cols / 2)[1]);
    };
    const int guessed = middle(job);
    EXPECT_GT(middle(withMeasured(job, stripFor(job))), guessed + 40) << "solid arrives as 0.6 only";
}

TEST(Holds, aJobFileKeepsIt) {
    Job job = someJob();
    job = withMeasured(job, stripFor(job));
    const std::string text = jsonOf(job);
    const ReadJob read = readJob(
        {"a job", text}, [&](const std::string&, const std::string&) { return job.pieces.front().artwork; });
    ASSERT_EQ(read.job.pieces.size(), 1u);
    EXPECT_EQ(read.job.pieces.front().measured, job.pieces.front().measured);
}
