#include "core/tone/dark_cloth.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>

using namespace tympan;

namespace {

const Rgb8 navy{30, 36, 66};

cv::Mat row(const std::vector<cv::Vec3b>& colours) { return cv::Mat(colours, true).reshape(3, 1); }

}  // namespace

TEST(DarkCloth, leavesToTheClothWhatIsAsDarkAsTheCloth) {
    const cv::Mat kept =
        keptFrom(row({{30, 36, 66}, {32, 40, 60}, {255, 255, 255}, {200, 20, 20}, {0, 0, 0}}), navy,
                 {.limit = 8, .soft = 12});
    EXPECT_EQ(kept.at<uchar>(0), 0) << "the cloth's own colour";
    EXPECT_EQ(kept.at<uchar>(1), 0) << "hardly another";
    EXPECT_EQ(kept.at<uchar>(2), 255) << "white is printed: the cloth is not";
    EXPECT_EQ(kept.at<uchar>(3), 255);
    EXPECT_EQ(kept.at<uchar>(4), 0) << "no white makes navy black";
    EXPECT_EQ(cv::countNonZero(keptFrom(row({{0, 0, 0}, {250, 240, 200}}), {240, 230, 200}, {}) != 255), 0)
        << "pale cloth supplies nothing";
}

TEST(DarkCloth, theLimitIsSoftAndRises) {
    cv::Mat greys(1, 256, CV_8UC1);
    for (int v = 0; v < 256; ++v) greys.at<uchar>(v) = static_cast<uchar>(v);
    const cv::Mat kept = keptFrom(greys, {0, 0, 0}, {.limit = 10, .soft = 20});
    EXPECT_EQ(kept.at<uchar>(25), 0);
    EXPECT_NEAR(kept.at<uchar>(51), 127, 3);
    EXPECT_EQ(kept.at<uchar>(77), 255);
    for (int v = 1; v < 256; ++v) EXPECT_GE(kept.at<uchar>(v), kept.at<uchar>(v - 1));
    const cv::Mat hard = keptFrom(greys, {0, 0, 0}, {.limit = 10, .soft = 0});
    for (int v = 0; v < 256; ++v) EXPECT_EQ(hard.at<uchar>(v), v > 25.5 ? 255 : 0);
}

TEST(DarkCloth, theWhiteStopsAsFarInsideAsIsAsked) {
    // A disc is left with a smaller one, whatever fraction of a pixel that is.
    constexpr int radius = 100;
    cv::Mat kept(260, 260, CV_8UC1, cv::Scalar(0));
    cv::circle(kept, {130, 130}, radius, 255, cv::FILLED);
    const double before = cv::sum(kept)[0] / 255;
    double last = before;
    for (const double choke : {0.4, 1.0, 3.54, 11.8}) {
        const double area = cv::sum(choked(kept, choke))[0] / 255;
        const double less = std::sqrt(before / CV_PI) - std::sqrt(area / CV_PI);
        EXPECT_NEAR(less, choke, 0.35) << choke;
        EXPECT_LT(area, last);
        last = area;
    }
    EXPECT_EQ(cv::countNonZero(choked(kept, 0) != kept), 0);
    EXPECT_EQ(cv::countNonZero(choked(kept, 101)), 0) << "nothing is left of what is finer";
}

TEST(DarkCloth, aHairLeftToTheClothDoesNotTakeTheWhiteAboutIt) {
    cv::Mat kept(200, 200, CV_8UC1, cv::Scalar(255));
    kept(cv::Rect(100, 0, 2, 200)).setTo(0);  // a dark hair
    kept(cv::Rect(20, 20, 50, 50)).setTo(0);  // a dark field
    const cv::Mat whole = withoutFineHoles(kept, 6);
    EXPECT_EQ(cv::countNonZero(whole(cv::Rect(90, 0, 20, 200)) != 255), 0);
    EXPECT_EQ(cv::countNonZero(whole(cv::Rect(20, 20, 50, 50))), 0) << "wide places stay";
    EXPECT_EQ(cv::countNonZero(withoutFineHoles(kept, 0) != kept), 0);
    const int reach = fineHoleReach(6);
    const cv::Rect part(60, 60, 60, 60), with(60 - reach, 60 - reach, 60 + 2 * reach, 60 + 2 * reach);
    EXPECT_EQ(cv::countNonZero(withoutFineHoles(kept(with).clone(), 6)(cv::Rect(reach, reach, 60, 60)) !=
                               whole(part)),
              0);
}

TEST(DarkCloth, whatIsTooFineForWhiteIsLeftToTheClothAndCornersStay) {
    cv::Mat kept(200, 200, CV_8UC1, cv::Scalar(0));
    kept(cv::Rect(20, 20, 80, 120)).setTo(255);
    kept(cv::Rect(150, 50, 6, 6)).setTo(255);    // a star
    kept(cv::Rect(130, 120, 5, 60)).setTo(255);  // a hair
    const cv::Mat fine = supported(kept, 5);
    EXPECT_EQ(cv::countNonZero(fine(cv::Rect(110, 0, 90, 200))), 0);
    EXPECT_EQ(cv::countNonZero(fine(cv::Rect(20, 20, 80, 120))), 80 * 120) << "to its very corners";
    EXPECT_EQ(cv::countNonZero(supported(kept, 1) != kept), 0) << "a smaller choke leaves them all";
    EXPECT_EQ(cv::countNonZero(supported(kept, 0) != kept), 0);
}

TEST(DarkCloth, howFarTheWhiteStopsDependsOnWhatIsNearAlone) {
    cv::Mat kept(200, 300, CV_8UC1);
    cv::randu(kept, 0, 256);
    cv::blur(kept, kept, {21, 21});
    kept.setTo(0, kept < 127);
    const cv::Mat whole = choked(kept, 6.3);
    const int reach = chokeReach(6.3);
    const cv::Rect part(90, 70, 80, 60), with(90 - reach, 70 - reach, 80 + 2 * reach, 60 + 2 * reach);
    EXPECT_EQ(
        cv::countNonZero(choked(kept(with).clone(), 6.3)(cv::Rect(reach, reach, 80, 60)) != whole(part)), 0);
}

TEST(DarkCloth, isSeenThroughTheColourWhereNoWhiteLies) {
    const cv::Mat colour = row({{255, 0, 0}, {255, 0, 0}, {255, 255, 255}, {255, 255, 255}});
    const cv::Mat white = cv::Mat(std::vector<uchar>{0, 255, 0, 255}, true).reshape(1, 1);  // as ink
    const cv::Mat cloth(1, 4, CV_8UC3, cv::Scalar(30, 36, 66));
    const cv::Mat face = onCloth(colour, white, cloth);
    EXPECT_EQ(face.at<cv::Vec3b>(0), cv::Vec3b(255, 0, 0));
    EXPECT_EQ(face.at<cv::Vec3b>(1), cv::Vec3b(30, 0, 0)) << "red on bare navy";
    EXPECT_EQ(face.at<cv::Vec3b>(2), cv::Vec3b(255, 255, 255)) << "white alone";
    EXPECT_EQ(face.at<cv::Vec3b>(3), cv::Vec3b(30, 36, 66)) << "neither";
}

TEST(DarkCloth, comesToThePictureWhereverItIsBrighterThanTheCloth) {
    std::vector<cv::Vec3b> colours;
    for (int r = 0; r < 256; r += 15)
        for (int g = 0; g < 256; g += 15)
            for (int b = 0; b < 256; b += 15)
                colours.push_back({static_cast<uchar>(r), static_cast<uchar>(g), static_cast<uchar>(b)});
    const cv::Mat ink = row(colours), kept = keptFrom(ink, navy, {});
    const cv::Mat cloth(ink.size(), CV_8UC3, cv::Scalar(navy.red, navy.green, navy.blue));
    const cv::Mat face = onCloth(colourOver(ink, kept, navy), 255 - kept, cloth);
    int whole = 0;
    for (int i = 0; i < ink.cols; ++i) {
        if (kept.at<uchar>(i) == 0) {
            EXPECT_LE(cv::norm(face.at<cv::Vec3b>(i), cv::Vec3b(30, 36, 66), cv::NORM_INF), 1)
                << "bare cloth";
        } else if (kept.at<uchar>(i) > 127) {
            ++whole;
            EXPECT_LE(cv::norm(face.at<cv::Vec3b>(i), ink.at<cv::Vec3b>(i), cv::NORM_INF), 4)
                << ink.at<cv::Vec3b>(i);
        }
    }
    EXPECT_GT(whole, 3000);
}

TEST(DarkCloth, whatIsSharedWithTheClothComesToTheSameColour) {
    // Full colour on as much of the cloth as its strongest channel: black cloth between makes it what it was.
    cv::Mat ink = row({{200, 100, 50}, {10, 5, 0}, {0, 0, 0}}), kept(1, 3, CV_8UC1, cv::Scalar(255));
    const cv::Mat before = ink.clone();
    shareWithCloth(ink, kept);
    EXPECT_EQ(ink.at<cv::Vec3b>(0)[0], 255);
    for (int i = 0; i < 3; ++i)
        for (int c = 0; c < 3; ++c)
            EXPECT_NEAR(ink.at<cv::Vec3b>(i)[c] * kept.at<uchar>(i) / 255.0, before.at<cv::Vec3b>(i)[c], 1);
}
