#include "core/artwork/clean_up.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>

#include "core/artwork/grey.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// A line drawing with hatching, dotted shading and lettering strokes on white.
cv::Mat drawing(int w = 900, int h = 640) {
    cv::Mat pixels(h, w, CV_8UC3, cv::Scalar::all(255));
    cv::circle(pixels, {w / 2, h / 2}, h / 3, cv::Scalar::all(20), 3, cv::LINE_AA);
    for (int i = 0; i < 40; ++i)
        cv::line(pixels, {w / 2 - 150 + 7 * i, h / 2 - 60}, {w / 2 - 130 + 7 * i, h / 2 + 60},
                 cv::Scalar::all(30), 2, cv::LINE_AA);
    cv::rectangle(pixels, {60, 60, 90, 200}, cv::Scalar::all(35), cv::FILLED);
    for (int i = 0; i < 12; ++i)
        for (int j = 0; j < 12; ++j)
            cv::circle(pixels, {700 + 7 * i, 420 + 7 * j}, 1, cv::Scalar::all(40), -1);
    return pixels;
}

/// The light of a lamp at one side over yellowed paper.
cv::Mat aged(const cv::Mat& clean) {
    cv::Mat scan = clean.clone();
    for (int y = 0; y < scan.rows; ++y)
        for (int x = 0; x < scan.cols; ++x) {
            const double u = 1.0 * x / scan.cols, v = 1.0 * y / scan.rows;
            const double light = 0.95 - 0.25 * u * u - 0.12 * v;
            auto& p = scan.at<cv::Vec3b>(y, x);
            const double tint[3] = {1, 0.95, 0.82};
            for (int c = 0; c < 3; ++c) p[c] = cv::saturate_cast<uchar>(p[c] * light * tint[c]);
        }
    return scan;
}

const std::vector<cv::Point> dust_places{{300, 90},  {620, 120}, {820, 300},
                                         {200, 560}, {480, 600}, {860, 40}};

cv::Mat dusty(const cv::Mat& clean) {
    cv::Mat scan = clean.clone();
    for (const cv::Point& at : dust_places) cv::circle(scan, at, 2, cv::Scalar::all(70), -1, cv::LINE_AA);
    // A white hair's end on the black.
    cv::circle(scan, {100, 150}, 2, cv::Scalar::all(235), -1, cv::LINE_AA);
    return scan;
}

}  // namespace

TEST(CleanUp, unevenLightAndYellowPaperBecomeWhiteAndTheInkStays) {
    const cv::Mat clean = drawing();
    const cv::Mat mended = cleaned(aged(clean), {.even_light = 100, .whiten = 100});
    const cv::Mat paper = greyOf(clean) > 250;
    cv::Mat channels[3];
    cv::split(mended, channels);
    for (const cv::Mat& channel : channels) {
        cv::Scalar mean, spread;
        cv::meanStdDev(channel, mean, spread, paper);
        EXPECT_GT(mean[0], 247);
        EXPECT_LT(spread[0], 4);
    }
    EXPECT_LT(cv::mean(greyOf(mended), greyOf(clean) < 60)[0], 60) << "ink stays dark";
}

TEST(CleanUp, evenLightAloneKeepsThePaperTint) {
    const cv::Mat mended = cleaned(aged(drawing()), {.even_light = 100});
    const cv::Scalar paper = cv::mean(mended, greyOf(drawing()) > 250);
    EXPECT_GT(paper[0] - paper[2], 20) << "still yellow";
    cv::Scalar mean, spread;
    cv::meanStdDev(greyOf(mended), mean, spread, greyOf(drawing()) > 250);
    EXPECT_LT(spread[0], 4);
}

TEST(CleanUp, dustGoesAndHatchingDotsAndLinesStay) {
    const cv::Mat clean = drawing(), scan = dusty(clean);
    const cv::Mat mended = cleaned(scan, {.specks = 8});
    for (const cv::Point& at : dust_places) EXPECT_GT(greyOf(mended).at<uchar>(at), 240) << at;
    EXPECT_LT(greyOf(mended).at<uchar>(150, 100), 60) << "and the white one on black";
    cv::Mat off;
    cv::absdiff(greyOf(mended), greyOf(clean), off);
    EXPECT_EQ(cv::countNonZero(off > 24), 0) << "nothing else is touched";
}

TEST(CleanUp, dustIsTakenOutWhereverItLiesInATallScan) {
    // Rows are worked on in bands; in a turned copy the same specks lie elsewhere in them.
    cv::Mat tall(2700, 220, CV_8UC1, cv::Scalar(240));
    for (int i = 0; i < 60; ++i) cv::circle(tall, {20 + 40 * (i % 4), 30 + 44 * i}, 3, cv::Scalar(30), -1);
    for (int y : {1023, 2049}) cv::circle(tall, {195, y}, 2, cv::Scalar(20), -1);
    cv::Mat lying, turned;
    cv::transpose(tall, lying);
    const cv::Mat specks = specksOf(tall, 8);
    cv::transpose(specksOf(lying, 8), turned);
    EXPECT_GT(cv::countNonZero(specks), 0);
    EXPECT_TRUE(same(specks, turned));
    takeSpecksOut(tall, specks, 8);
    EXPECT_EQ(cv::countNonZero(tall < 200), 0);
    cv::transpose(specks, turned);
    takeSpecksOut(lying, turned, 8);
    cv::transpose(lying, turned);
    EXPECT_TRUE(same(tall, turned));
}

TEST(CleanUp, deepPicturesAndAlphaAreCleanedToo) {
    cv::Mat deep, clear;
    dusty(drawing()).convertTo(deep, CV_16U, 257);
    EXPECT_EQ(cleaned(deep, {.specks = 8}).type(), CV_16UC3);
    EXPECT_GT(cleaned(deep, {.specks = 8}).at<cv::Vec3w>(90, 300)[1], 240 * 257);
    cv::cvtColor(dusty(drawing()), clear, cv::COLOR_RGB2RGBA);
    EXPECT_EQ(cleaned(clear, {.even_light = 50, .specks = 8}).channels(), 4);
}

TEST(CleanUp, creasesAreLiftedAndAStraightLineOfInkIsNone) {
    cv::Mat scan = drawing();
    cv::line(scan, {60, 500}, {840, 500}, cv::Scalar::all(30), 2, cv::LINE_AA);  // ink, not a crease
    const cv::Mat clean = scan.clone();
    for (int x = 0; x < scan.cols; ++x) {
        const int middle = 215 + x / 90;
        for (int y = middle - 3; y <= middle + 3; ++y) {
            auto& p = scan.at<cv::Vec3b>(y, x);
            for (int c = 0; c < 3; ++c)
                p[c] = cv::saturate_cast<uchar>(p[c] * (0.88 + 0.03 * std::abs(y - middle)));
        }
    }
    ASSERT_EQ(foldsOf(scan, paperOf(scan)).size(), 1u);
    EXPECT_TRUE(foldsOf(clean, paperOf(clean)).empty());
    const cv::Mat mended = cleaned(scan, {.folds = true});
    cv::Mat before, after;
    const cv::Mat paper = greyOf(clean) > 250;
    cv::absdiff(greyOf(scan), greyOf(clean), before);
    cv::absdiff(greyOf(mended), greyOf(clean), after);
    EXPECT_LT(cv::mean(after(cv::Rect(0, 205, 900, 30)), paper(cv::Rect(0, 205, 900, 30)))[0],
              0.35 * cv::mean(before(cv::Rect(0, 205, 900, 30)), paper(cv::Rect(0, 205, 900, 30)))[0]);
    EXPECT_LT(greyOf(mended).at<uchar>(500, 400), 60) << "the ruled line stays";
}

TEST(CleanUp, aSmallCopyIsCleanedAsTheWholeIs) {
    const cv::Mat scan = aged(drawing(1800, 1280));
    const CleanUp clean{.even_light = 100, .whiten = 80};
    cv::Mat small, of_whole;
    cv::resize(scan, small, {}, 0.5, 0.5, cv::INTER_AREA);
    cv::resize(cleaned(scan, clean), of_whole, small.size(), 0, 0, cv::INTER_AREA);
    EXPECT_LT(cv::norm(cleaned(small, clean), of_whole, cv::NORM_L1) / static_cast<double>(small.total() * 3),
              1.5);
}

TEST(CleanUp, isStoppedWhenAsked) {
    std::stop_source stop;
    stop.request_stop();
    EXPECT_THROW(cleaned(drawing(), {.even_light = 10}, {stop.get_token(), {}}), Error);
}
