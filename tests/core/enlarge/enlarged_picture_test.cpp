// The learned enlarger: what it must hold whatever its weights are, and that it is better than bicubic on
// what it was made for.
#include "core/enlarge/enlarged_picture.h"

#include <opencv2/imgproc.hpp>
#include <vips/vips8>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/enlarge/doubled.h"
#include "core/enlarge/network.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

constexpr int reach = Network::reach;

EnlargedPicture enlargedOf(const cv::Mat& pixels, int doublings, const std::string& key, double strength = 0,
                           Learned learned = Learned::photographs) {
    return {pixels, keyOf(key), {.doublings = doublings, .strength = strength, .learned = learned}};
}

cv::Mat whole(const EnlargedPicture& picture) {
    return picture.box({0, 0, picture.size().width, picture.size().height});
}

/// A drawing in ink on paper, with edges at every angle; shrunk from four times the size.
cv::Mat drawing(int side, int scale) {
    cv::Mat large(side * 4, side * 4, CV_8UC1, cv::Scalar(255));
    const int middle = side * 2;
    for (int i = 0; i < 12; ++i) {
        const double turn = i * CV_PI / 12;
        cv::line(
            large, {middle, middle},
            {middle + cvRound(1.9 * side * std::cos(turn)), middle + cvRound(1.9 * side * std::sin(turn))},
            cv::Scalar(0), 9, cv::LINE_AA);
    }
    for (int i = 1; i < 6; ++i)
        cv::circle(large, {middle, middle}, i * side / 3, cv::Scalar(0), 7, cv::LINE_AA);
    cv::Mat small;
    cv::resize(large, small, {side / scale, side / scale}, 0, 0, cv::INTER_AREA);
    return small;
}

double squaredError(const cv::Mat& a, const cv::Mat& b) {
    cv::Mat off;
    cv::absdiff(a, b, off);
    off = off(cv::Rect(4, 4, off.cols - 8, off.rows - 8));
    return off.dot(off) / static_cast<double>(off.total());
}

}  // namespace

TEST(EnlargedPicture, isTheSameWhateverBoxIsAsked) {
    const cv::Mat source = noise({230, 190}, CV_8UC3);
    const cv::Mat all = whole(enlargedOf(source, 2, "boxes, whole"));
    ASSERT_EQ(all.size(), cv::Size(920, 760));
    const RectPx boxes[] = {{0, 0, 100, 80}, {641, 300, 7, 9}, {310, 0, 610, 760}, {919, 759, 1, 1}};
    for (const RectPx& box : boxes) {
        const cv::Mat part = enlargedOf(source, 2, "boxes " + std::to_string(box.x)).box(box);
        EXPECT_TRUE(same(part, all(cv::Rect(box.x, box.y, box.width, box.height)))) << box.x;
    }
}

TEST(EnlargedPicture, tilesComeToWhatTheWholeInOnePieceDoes) {
    const cv::Mat source = noise({340, 200}, CV_8UC1, 5);
    cv::Mat around;
    cv::copyMakeBorder(source, around, reach, reach, reach, reach, cv::BORDER_REPLICATE);
    EXPECT_TRUE(
        same(whole(enlargedOf(source, 1, "one piece", 0.3)), doubled(around, 0.3, Learned::photographs)));
}

TEST(EnlargedPicture, flatColoursStayAsTheyAre) {
    for (const cv::Scalar& colour :
         {cv::Scalar(255, 255, 255, 255), cv::Scalar(0, 0, 0, 0), cv::Scalar(200, 40, 90, 128)}) {
        const cv::Mat flat(40, 50, CV_8UC4, colour);
        const cv::Mat large = whole(enlargedOf(flat, 1, "flat " + std::to_string(colour[0])));
        EXPECT_LE(cv::norm(large, cv::Mat(large.size(), CV_8UC4, colour), cv::NORM_INF), 2) << colour[0];
    }
}

TEST(EnlargedPicture, whatIsHiddenUnderSeeThroughPlacesTintsNoRim) {
    // A red round; under the see-through rest a maker left white, black or green.
    cv::Mat drawn(50, 50, CV_8UC1, cv::Scalar(0));
    cv::circle(drawn, {25, 25}, 16, 255, -1, cv::LINE_AA);
    std::vector<cv::Mat> on_white;
    for (const cv::Scalar& hidden : {cv::Scalar(255, 255, 255), cv::Scalar(0, 0, 0), cv::Scalar(0, 255, 0)}) {
        cv::Mat colours(50, 50, CV_8UC3, hidden), source;
        colours.setTo(cv::Scalar(200, 30, 20), drawn > 0);
        cv::merge(std::vector{colours, drawn}, source);
        const cv::Mat large =
            whole(enlargedOf(source, 1, "rim " + std::to_string(hidden[0] + 2 * hidden[1])));
        cv::Mat seen(large.size(), CV_32FC3);
        for (int y = 0; y < large.rows; ++y)
            for (int x = 0; x < large.cols; ++x) {
                const auto p = large.at<cv::Vec4b>(y, x);
                for (int c = 0; c < 3; ++c)
                    seen.at<cv::Vec3f>(y, x)[c] = static_cast<float>(255 - p[3] + p[c] * p[3] / 255.0);
            }
        on_white.push_back(seen);
    }
    EXPECT_LE(cv::norm(on_white[0], on_white[1], cv::NORM_INF), 1) << "black hidden";
    EXPECT_LE(cv::norm(on_white[0], on_white[2], cv::NORM_INF), 1) << "green hidden";
    EXPECT_LE(cv::norm(on_white[0].at<cv::Vec3f>(50, 50) - cv::Vec3f(200, 30, 20)), 4) << "the middle is red";
}

TEST(EnlargedPicture, evenPaperBesideInkStaysEven) {
    for (const int paper : {255, 231}) {
        cv::Mat source(60, 60, CV_8UC1, cv::Scalar(paper));
        source(cv::Rect(20, 20, 20, 20)).setTo(12);
        const cv::Mat large = whole(enlargedOf(source, 2, "even " + std::to_string(paper)));
        cv::Mat far(large.size(), CV_8U, cv::Scalar(255));
        far(cv::Rect(80 - 12, 80 - 12, 80 + 24, 80 + 24)).setTo(0);
        cv::Mat other;
        cv::bitwise_and(large != paper, far, other);
        EXPECT_EQ(cv::countNonZero(other), 0) << paper << ": three pixels from the ink the paper is itself";
    }
}

TEST(EnlargedPicture, keepsTheDepthAndTheChannels) {
    for (const int type : {CV_8UC1, CV_8UC2, CV_8UC3, CV_8UC4, CV_16UC1, CV_16UC3}) {
        const cv::Mat source = noise({30, 20}, type);
        const cv::Mat large = whole(enlargedOf(source, 1, "type " + std::to_string(type)));
        EXPECT_EQ(large.type(), type);
        // On average nothing becomes lighter or darker.
        for (int c = 0; c < CV_MAT_CN(type); ++c)
            EXPECT_NEAR(cv::mean(large)[c] / cv::mean(source)[c], 1, 0.04) << type << " " << c;
    }
}

TEST(EnlargedPicture, drawsEdgesThatBicubicBlurs) {
    const cv::Mat small = drawing(240, 2), truth = drawing(240, 1);
    cv::Mat bicubic;
    cv::resize(small, bicubic, truth.size(), 0, 0, cv::INTER_CUBIC);
    for (const Learned learned : {Learned::drawings, Learned::photographs}) {
        const cv::Mat large = whole(enlargedOf(small, 1, "drawing", 0, learned));
        const double gain_db = 10 * std::log10(squaredError(bicubic, truth) / squaredError(large, truth));
        EXPECT_GT(gain_db, learned == Learned::drawings ? 8 : 4);
    }
}

TEST(EnlargedPicture, ofADrawingHasCleanPaper) {
    cv::Mat small = drawing(240, 2);
    small = cv::max(cv::min(small, 252), 3);
    const cv::Mat large = whole({small, keyOf("clean"), {.doublings = 1, .learned = Learned::drawings}});
    EXPECT_EQ(cv::countNonZero((large > 250) & (large < 255)), 0);
    EXPECT_GT(cv::countNonZero(large == 255), large.total() / 3);
}

TEST(EnlargedPicture, doublesAsOftenAsTheRestIsAShrinking) {
    EXPECT_EQ(doublingsFor(0.5), 0);
    EXPECT_EQ(doublingsFor(1.05), 0) << "nothing to be won";
    EXPECT_EQ(doublingsFor(1.5), 1);
    EXPECT_EQ(doublingsFor(2), 1);
    EXPECT_EQ(doublingsFor(3), 2);
    EXPECT_EQ(doublingsFor(40), 2) << "beyond four times nothing is known";
}

TEST(EnlargedPicture, stopsWhenItIsToldTo) {
    std::stop_source stop;
    const EnlargedPicture picture = enlargedOf(noise({900, 900}, CV_8UC1, 9), 1, "stopped");
    const Progress progress{stop.get_token(), [&](double) { stop.request_stop(); }};
    EXPECT_THROW(picture.box({0, 0, 1800, 1800}, progress), Error);
}
