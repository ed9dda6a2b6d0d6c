// What is chosen for a picture, and what it does to prints.
#include "core/enlarge/enlarging.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>

#include "core/artwork/edited.h"
#include "core/job/edits.h"
#include "core/job/job_file.h"
#include "core/render/render_region.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

ArtworkPtr photograph() {
    cv::Mat soft;
    cv::GaussianBlur(noise({300, 200}, CV_8UC3), soft, {}, 1.2);
    return artworkOf(soft);
}

ArtworkPtr lettering() {
    cv::Mat page(200, 300, CV_8UC1, cv::Scalar(255));
    cv::putText(page, "Brindle", {20, 90}, cv::FONT_HERSHEY_SIMPLEX, 2, cv::Scalar(0), 4, cv::LINE_AA);
    cv::putText(page, "Moor 7", {40, 160}, cv::FONT_HERSHEY_SIMPLEX, 2, cv::Scalar(0), 4, cv::LINE_AA);
    return artworkOf(page);
}

ArtworkPtr flatColours() {
    cv::Mat poster(200, 300, CV_8UC3, cv::Scalar(250, 240, 210));
    cv::circle(poster, {100, 100}, 60, cv::Scalar(180, 60, 40), -1, cv::LINE_AA);
    cv::rectangle(poster, {180, 40, 80, 120}, cv::Scalar(60, 120, 150), -1);
    return artworkOf(poster);
}

Job withEngine(const ArtworkPtr& artwork, Engine engine, double width_mm = 90) {
    Job job = jobOf(artwork, {width_mm, width_mm / artwork->aspect()});
    return withEnlarging(job, job.pieces[0].id, {.engine = engine});
}

}  // namespace

TEST(Enlarging, theEyeTellsLessApartFromFurtherAway) {
    EXPECT_NEAR(ppiSeenFrom(300), 291, 1);
    EXPECT_NEAR(ppiSeenFrom(1000), 87.3, 0.5);
    EXPECT_NEAR(ppiHeldBy(0.25), 203.2, 0.1);
    EXPECT_DOUBLE_EQ(usuallySeenFrom({50, 50}), 300) << "held in the hands";
    EXPECT_DOUBLE_EQ(usuallySeenFrom({600, 800}), 1000);
}

TEST(Enlarging, choosesByWhatThePictureIsLike) {
    const Enlarging automatic;
    EXPECT_EQ(enlargedFor(*photograph(), automatic, 60, 200).reason, Reason::photograph);
    EXPECT_EQ(enlargedFor(*photograph(), automatic, 60, 200).engine, Engine::photo);
    EXPECT_EQ(enlargedFor(*lettering(), automatic, 60, 200).reason, Reason::line_art);
    EXPECT_EQ(enlargedFor(*flatColours(), automatic, 60, 200).reason, Reason::flat_colours);
    EXPECT_EQ(enlargedFor(*flatColours(), automatic, 60, 200).engine, Engine::drawing);
}

TEST(Enlarging, neverForNothing) {
    const Enlarged enough = enlargedFor(*photograph(), {}, 200, 205);
    EXPECT_EQ(enough.reason, Reason::enough_pixels);
    EXPECT_EQ(enough.doublings, 0);
    EXPECT_EQ(enlargedFor(*photograph(), {}, 120, 200).doublings, 1);
    EXPECT_EQ(enlargedFor(*photograph(), {}, 30, 300).doublings, 2);
    EXPECT_EQ(enlargedFor(*photograph(), {.engine = Engine::smooth}, 30, 300).doublings, 0);
    // A print that is looked at from further off needs less.
    Job job = withEngine(photograph(), Engine::automatic);
    const int id = job.pieces[0].id;
    EXPECT_GT(printOf(job, job.pieces[0], 300).enlarged.doublings, 0);
    job = withEnlarging(job, id, {.seen_from_mm = 3000});
    EXPECT_EQ(printOf(job, job.pieces[0], 300).enlarged.doublings, 0);
}

TEST(Enlarging, aPrintPutTogetherFromRegionsIsTheWhole) {
    for (const Engine engine : {Engine::photo, Engine::drawing, Engine::redraw}) {
        const Job job = withEngine(lettering(), engine);
        const Print print = printOf(job, job.pieces[0], 150);
        const cv::Mat all = renderWhole(print);
        const RectPx boxes[] = {{0, 0, 97, 60}, {97, 0, print.size.width - 97, 61}, {211, 103, 40, 50}};
        for (const RectPx& box : boxes)
            EXPECT_TRUE(same(renderRegion(print, box), all(cv::Rect(box.x, box.y, box.width, box.height))))
                << name(engine) << " " << box.x;
    }
}

TEST(Enlarging, theMirroredPrintIsTheFlipOfTheOther) {
    for (const Engine engine : {Engine::photo, Engine::redraw}) {
        const Job job = withEngine(lettering(), engine);
        Print print = printOf(job, job.pieces[0], 150);
        print.mirrored = Mirrored::no;
        const cv::Mat upright = renderWhole(print);
        print.mirrored = Mirrored::yes;
        EXPECT_TRUE(same(renderWhole(print), flipped(upright))) << name(engine);
    }
}

TEST(Enlarging, comesBackFromTheJobFileAndOldJobsStaySmooth) {
    const ScratchFolder folder;
    Job job = withEngine(lettering(), Engine::redraw);
    job = withEnlarging(
        job, job.pieces[0].id,
        {.engine = Engine::redraw, .seen_from_mm = 700, .quality = 55, .corners = 20, .speck_mm = 0.8});
    saveJobFile(folder / "a.tympan", job, {});
    EXPECT_EQ(openJobFile(folder / "a.tympan").job.pieces[0].enlarging, job.pieces[0].enlarging);
}
