#include "core/artwork/haze.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>

#include "core/artwork/clean_up.h"
#include "core/inspect/look.h"
#include "core/inspect/mend.h"
#include "core/inspect/thin_lines.h"
#include "tests/support/findings.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// A drawing on a ground of a level, with a little of what a scanner adds.
cv::Mat drawnOn(int level, int channels = 1) {
    cv::Mat grey(600, 800, CV_8UC1, cv::Scalar(level)), grain(grey.size(), CV_8UC1);
    cv::RNG rng(7);
    rng.fill(grain, cv::RNG::NORMAL, 128, 1.2);
    cv::addWeighted(grey, 1, grain, 1, -128, grey);
    if (level >= 255) grey = cv::Mat(600, 800, CV_8UC1, cv::Scalar(255));
    cv::circle(grey, {400, 300}, 140, 40, 12, cv::LINE_AA);
    cv::line(grey, {200, 500}, {600, 480}, 20, 5, cv::LINE_AA);
    cv::Mat all;
    if (channels == 1) return grey;
    cv::merge(std::vector<cv::Mat>(static_cast<std::size_t>(channels), grey), all);
    return all;
}

}  // namespace

TEST(Haze, anAlmostWhiteBackgroundIsFoundAndAWhiteOneIsNot) {
    EXPECT_TRUE(hazeOf(drawnOn(249)).found());
    EXPECT_TRUE(hazeOf(drawnOn(240, 3)).found());
    EXPECT_FALSE(hazeOf(drawnOn(255)).found());
    EXPECT_FALSE(hazeOf(drawnOn(190)).found()) << "a grey that was meant";
    cv::Mat sky(600, 800, CV_8UC1);
    for (int y = 0; y < sky.rows; ++y) sky.row(y).setTo(200 + 50 * y / sky.rows);
    EXPECT_FALSE(hazeOf(sky).found()) << "a slope is a picture";
    EXPECT_FALSE(hazeOf(noise({400, 300}, CV_8UC1)).found());
}

TEST(Haze, isTakenOutOfTheBackgroundAlone) {
    cv::Mat picture = drawnOn(247);
    cv::rectangle(picture, {330, 230, 140, 140}, 247,
                  cv::FILLED);  // within the ring: not joined to the border
    cv::Mat clean = cleaned(picture.clone(), {.haze = true});
    EXPECT_EQ(clean.at<uchar>(10, 10), 255);
    EXPECT_EQ(clean.at<uchar>(590, 790), 255);
    EXPECT_LT(clean.at<uchar>(300, 260), 60) << "the ring stays";
    EXPECT_LT(clean.at<uchar>(300, 400), 255) << "what it encloses is the picture's";
    int rim = 0;
    for (int x = 0; x < clean.cols; ++x) rim += clean.at<uchar>(300, x) > 60 && clean.at<uchar>(300, x) < 200;
    EXPECT_LT(rim, 16) << "edges stay as soft as they were";
}

TEST(Haze, isSaidOfThePrintAndMendedInOneStep) {
    Job job = jobOf(artworkOf(drawnOn(247)), {100, 75});
    Tone plain = job.pieces.front().tone;
    plain.contrast = {Contrast::Kind::none, 0};
    job = withTone(job, job.pieces.front().id, plain);
    const auto found = lookAt(job, job.pieces.front()).findings;
    const Finding* haze = find<finding::PaleHaze>(found);
    ASSERT_TRUE(haze);
    const Job better = mended(job, *haze);
    EXPECT_FALSE(find<finding::PaleHaze>(lookAt(better, better.pieces.front()).findings));
}

TEST(ThinLines, theGrainOfAPhotographIsNone) {
    cv::Mat grey(900, 1200, CV_8UC1), grain(grey.size(), CV_8UC1);
    for (int y = 0; y < grey.rows; ++y) grey.row(y).setTo(120 + 80 * y / grey.rows);
    cv::RNG rng(3);
    rng.fill(grain, cv::RNG::NORMAL, 128, 18);
    cv::addWeighted(grey, 1, grain, 1, -128, grey);
    EXPECT_FALSE(thinLines(grey, {300}, 0.25));
    cv::Mat lined(900, 1200, CV_8UC1, cv::Scalar(240));
    cv::line(lined, {100, 100}, {1100, 700}, 30, 1, cv::LINE_AA);
    EXPECT_TRUE(thinLines(lined, {300}, 0.25)) << "a hair line is one";
}
