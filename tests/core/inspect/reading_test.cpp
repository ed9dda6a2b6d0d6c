#include "core/inspect/reading.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>

#include "core/artwork/text_lines.h"
#include "core/inspect/mend.h"
#include "tests/support/findings.h"
#include "tests/support/lettered.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

const cv::Mat& sign() {
    static const cv::Mat pixels = [] {
        cv::Mat made(300, 900, CV_8UC1, cv::Scalar(235));
        cv::putText(made, "Brindle Moor", {60, 190}, cv::FONT_HERSHEY_DUPLEX, 3.6, 30, 9, cv::LINE_AA);
        return made;
    }();
    return pixels;
}

}  // namespace

// The whole of the set and its time are measured by bench/reading.cpp; this is each sixth of it.
TEST(Reading, tellsWhichWayLetteringGoes) {
    int right = 0, wrong = 0, all = 0;
    for (const Lettered& picture : letteredPictures(7)) {
        for (const bool mirrored : {false, true}) {
            const Reading reading = readGrey(mirrored ? flipped(picture.grey) : picture.grey, {150});
            const Reads truth = mirrored ? Reads::reversed : Reads::normal;
            ++all;
            if (reading.reads == truth) ++right;
            if (reading.reads != truth && reading.reads != Reads::unknown) ++wrong;
        }
    }
    EXPECT_GE(right, 0.9 * all);
    EXPECT_LE(wrong, 0.05 * all);
}

TEST(Reading, saysTheWordsAndWhereTheyAre) {
    const Job job = jobOf(artworkOf(sign()), {90, 30});
    const Reading reading = readLettering(job, job.pieces.front());
    EXPECT_EQ(reading.reads, Reads::normal);
    EXPECT_EQ(reading.words, (std::vector<std::string>{"Brindle", "Moor"}));
    ASSERT_EQ(reading.places.size(), 1u);
    EXPECT_NEAR(reading.places[0].x, 6, 3);
    EXPECT_NEAR(reading.places[0].right(), 80, 8);
    EXPECT_TRUE(findingsOf(reading, job.pieces.front()).empty());
}

TEST(Reading, aPictureThatCameReversedIsTurnedBackInOneStep) {
    const Job job = jobOf(artworkOf(flipped(sign())), {90, 30});
    const auto found = findingsOf(readLettering(job, job.pieces.front()), job.pieces.front());
    ASSERT_EQ(found.size(), 1u);
    EXPECT_TRUE(is<finding::CameReversed>(found[0]));
    EXPECT_EQ(std::get<finding::CameReversed>(found[0].what).words, "Brindle Moor");
    const Job better = mended(job, found[0]);
    EXPECT_TRUE(better.pieces.front().already_reversed);
    EXPECT_EQ(readLettering(better, better.pieces.front()).reads, Reads::normal) << "as it is seen when done";
}

TEST(Reading, whatIsCalledReversedAndIsNotIsFound) {
    Job job = jobOf(artworkOf(sign()), {90, 30});
    job = withAlreadyReversed(job, job.pieces.front().id, true);
    const auto found = findingsOf(readLettering(job, job.pieces.front()), job.pieces.front());
    ASSERT_EQ(found.size(), 1u);
    EXPECT_TRUE(is<finding::ReadsBackwards>(found[0]));
    EXPECT_FALSE(mended(job, found[0]).pieces.front().already_reversed);
}

TEST(Reading, picturesWithoutLetteringAreUnknown) {
    EXPECT_EQ(readGrey(noise({400, 300}, CV_8UC1), {150}).reads, Reads::unknown);
    EXPECT_FALSE(readGrey(cv::Mat(300, 400, CV_8UC1, cv::Scalar(128)), {150}).found);
    EXPECT_FALSE(readGrey(cv::Mat(5, 5, CV_8UC1, cv::Scalar(0)), {150}).found);
    // As well either way.
    cv::Mat same_both_ways(300, 700, CV_8UC1, cv::Scalar(240));
    for (int i = 0; i < 5; ++i) cv::circle(same_both_ways, {100 + 120 * i, 150}, 40, 20, 10, cv::LINE_AA);
    EXPECT_EQ(readGrey(same_both_ways, {150}).reads, Reads::unknown);
}

TEST(Reading, isStoppedWhenAsked) {
    std::stop_source stop;
    stop.request_stop();
    EXPECT_THROW(readGrey(sign(), {150}, {stop.get_token(), {}}), Error);
}

TEST(TextLines, aTurnedLineIsFoundStraightenedAndInverted) {
    cv::Mat turn = cv::getRotationMatrix2D({450, 150}, -9, 0.8), turned;
    cv::warpAffine(sign(), turned, turn, {900, 400}, cv::INTER_CUBIC, cv::BORDER_CONSTANT, 235);
    for (const bool light : {false, true}) {
        const cv::Mat grey = light ? cv::Mat(255 - turned) : turned;
        const auto lines = textLines(grey, 5);
        ASSERT_FALSE(lines.empty());
        EXPECT_NEAR(lines[0].angle_deg, 9, 1.5);
        EXPECT_EQ(lines[0].light, light);
        const cv::Mat cut = cutLine(grey, lines[0], 40);
        EXPECT_GT(cv::mean(cut)[0], 128) << "dark on light";
    }
}

TEST(Reading, wordsThatLinesCrossAreRead) {
    int right = 0, wrong = 0, all = 0;
    for (const Lettered& picture : crossedPictures(8, 3))
        for (const bool mirrored : {false, true}) {
            const Reads truth = mirrored ? Reads::reversed : Reads::normal;
            const Reads reads = readGrey(mirrored ? flipped(picture.grey) : picture.grey, {150}).reads;
            ++all;
            right += reads == truth;
            wrong += reads != truth && reads != Reads::unknown;
        }
    EXPECT_GE(right, 0.8 * all);
    EXPECT_EQ(wrong, 0);
}

TEST(Reading, woodGrainGivesNoWords) {
    for (int seed = 1; seed <= 4; ++seed)
        EXPECT_FALSE(readGrey(woodGrain({1000, 700}, seed), {150}).found) << seed;
}
