#include "core/tone/curve.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// A grey ramp from `from` to `to` with even shares.
cv::Mat ramp(int from, int to) {
    cv::Mat picture(64, 256, CV_8UC1);
    for (int x = 0; x < 256; ++x) picture.col(x).setTo(from + (to - from) * x / 255);
    return picture;
}

double at(const ToneCurve& curve, double grey) {
    return (*curve)[static_cast<std::size_t>(grey * 65535)] / 65535.0;
}

const Contrast automatic{}, none{Contrast::Kind::none, 0};
Contrast strength(int n) { return {Contrast::Kind::strength, n}; }

}  // namespace

TEST(ToneCurve, noneAndStrengthZeroLeaveTheLuminance) {
    const GreyHistogram histogram = greyHistogram(ramp(60, 190));
    for (const Contrast& contrast : {none, strength(0)})
        for (double grey : {0.0, 0.2, 0.5, 0.9, 1.0})
            EXPECT_NEAR(at(contrastCurve(histogram, contrast), grey), grey, 1e-4);
}

RC_GTEST_PROP(ToneCurve, neverFallsAndKeepsItsEnds, ()) {
    const int a = *rc::gen::inRange(0, 256), b = *rc::gen::inRange(0, 256);
    const GreyHistogram histogram = greyHistogram(ramp(std::min(a, b), std::max(a, b)));
    for (const Contrast& contrast : {automatic, strength(*rc::gen::inRange(0, 101))}) {
        const ToneCurve curve = contrastCurve(histogram, contrast);
        RC_ASSERT(curve->front() == 0 && curve->back() == 65535);
        RC_ASSERT(std::is_sorted(curve->begin(), curve->end()));
    }
}

TEST(ToneCurve, automaticPullsAFlatPictureApartAndKeepsItsMiddle) {
    const GreyHistogram histogram = greyHistogram(ramp(90, 170));
    const ToneCurve curve = contrastCurve(histogram, automatic);
    EXPECT_LT(at(curve, 91 / 255.0), 0.05);
    EXPECT_GT(at(curve, 169 / 255.0), 0.95);
    EXPECT_NEAR(at(curve, 130 / 255.0), 0.5, 0.05) << "the middle stays in the middle";
}

TEST(ToneCurve, moreStrengthMeansMoreContrastButNoMidGreyIsDrivenOut) {
    const GreyHistogram histogram = greyHistogram(ramp(0, 255));
    double before = 0;
    for (int n : {0, 25, 50, 75, 100}) {
        const ToneCurve curve = contrastCurve(histogram, strength(n));
        const double spread = at(curve, 0.65) - at(curve, 0.35);
        EXPECT_GT(spread, before);
        before = spread;
        EXPECT_GT(at(curve, 0.25), 0.08) << "strength " << n;
        EXPECT_LT(at(curve, 0.75), 0.92) << "strength " << n;
    }
}

TEST(ToneCurve, barePaperPrintsAsNothing) {
    cv::Mat scan(64, 256, CV_8UC1);  // a scan: paper that is neither white nor even,
    for (int y = 0; y < scan.rows; ++y)
        for (int x = 0; x < scan.cols; ++x)
            scan.at<uchar>(y, x) = static_cast<uchar>(222 + (7 * x + 3 * y) % 9);
    scan(cv::Rect(40, 10, 60, 20)).setTo(40);  // with ink on it
    const ToneCurve curve = contrastCurve(greyHistogram(scan), automatic);
    EXPECT_EQ((*curve)[230 * 257], 65535);
    EXPECT_LT((*curve)[40 * 257], 2000);
}

TEST(ToneCurve, theDarkerCornersOfAnUnevenScanAreStillPaper) {
    cv::Mat scan(200, 200, CV_8UC1);
    for (int y = 0; y < scan.rows; ++y)
        for (int x = 0; x < scan.cols; ++x) {
            const double u = x / 100.0 - 1, v = y / 100.0 - 1;
            scan.at<uchar>(y, x) = static_cast<uchar>(228 - 4 * (u * u + v * v) + (7 * x + 3 * y) % 7 - 3);
        }
    scan(cv::Rect(60, 60, 40, 40)).setTo(50);
    const ToneCurve curve = contrastCurve(greyHistogram(scan), automatic);
    EXPECT_EQ((*curve)[221 * 257], 65535) << "a corner";
    EXPECT_LT((*curve)[195 * 257], 65535) << "a pale wash of ink is kept";
}

TEST(ToneCurve, aFlatDarkAreaIsNotMadeSolidBlack) {
    cv::Mat picture = ramp(66, 250);
    picture.rowRange(0, 10).setTo(66);  // a shadow without detail
    const ToneCurve curve = contrastCurve(greyHistogram(picture), automatic);
    EXPECT_GT(at(curve, 66 / 255.0), 0.02);
    EXPECT_LT(at(curve, 66 / 255.0), 0.12) << "but stays dark";
    EXPECT_LT(at(contrastCurve(greyHistogram(ramp(66, 250)), automatic), 66 / 255.0), 0.01)
        << "a scale ends in black";
}

TEST(ToneCurve, lineArtNeedsLittleAFlatPhotographMuch) {
    cv::Mat line_art(64, 256, CV_8UC1, cv::Scalar(255));
    line_art.colRange(0, 100).setTo(0);
    EXPECT_LT(automaticStrength(greyHistogram(line_art)), automaticStrength(greyHistogram(ramp(0, 255))));
    cv::Mat flat = ramp(118, 138);
    flat.row(0).setTo(0);
    flat.row(1).setTo(255);
    EXPECT_GT(automaticStrength(greyHistogram(flat)), automaticStrength(greyHistogram(ramp(0, 255))));
}

TEST(GreyHistogram, luminanceIsFormedInLinearLight) {
    // Red and green of the same luminance (Rec. 709, linear) are the same grey: (255,0,0) has Y 0.2126, which
    // is the encoded grey 127.
    const GreyHistogram histogram = greyHistogram(cv::Mat(4, 4, CV_8UC3, cv::Scalar(255, 0, 0)));
    EXPECT_NEAR(histogram[127] + histogram[126], 1, 1e-9);
}

TEST(GreyHistogram, whatIsSeeThroughDoesNotCount) {
    cv::Mat picture(4, 4, CV_8UC2, cv::Scalar(10, 0));
    picture.col(0).setTo(cv::Scalar(200, 255));
    EXPECT_NEAR(greyHistogram(picture)[200], 1, 1e-9);
    EXPECT_EQ(greyHistogram(cv::Mat(4, 4, CV_8UC2, cv::Scalar(10, 0)))[10], 0);
}

TEST(PartingGrey, aDrawingOnNothingIsPartedFromThePaperThatIsSeenThroughIt) {
    cv::Mat drawing(20, 20, CV_8UC2, cv::Scalar(0, 0));
    drawing.rowRange(0, 6).setTo(cv::Scalar(0, 255));
    drawing.row(6).setTo(cv::Scalar(3, 90));  // a soft rim
    const int parting = partingGrey(greyHistogram(drawing, luminance_weights, SeeThrough::paper));
    EXPECT_GT(parting, 20);
    EXPECT_LT(parting, 250);
}
