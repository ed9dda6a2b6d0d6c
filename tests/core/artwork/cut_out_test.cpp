#include "core/artwork/cut_out.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/artwork/edited.h"
#include "core/artwork/silhouette.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

constexpr int wide = 640, high = 480;

cv::Mat subject() {
    cv::Mat mask(high, wide, CV_8UC1, cv::Scalar(0));
    cv::ellipse(mask, {300, 250}, {140, 100}, 20, 0, 360, 255, -1);
    cv::rectangle(mask, {360, 100, 60, 160}, 255, cv::FILLED);
    return mask;
}

/// A reddish thing before a sky that goes from pale to blue, with a little grain.
cv::Mat scene() {
    cv::Mat pixels(high, wide, CV_8UC3);
    for (int y = 0; y < high; ++y)
        for (int x = 0; x < wide; ++x)
            pixels.at<cv::Vec3b>(y, x) =
                cv::Vec3b(static_cast<uchar>(200 - y / 5), static_cast<uchar>(215 - y / 8),
                          static_cast<uchar>(235 - y / 20));
    pixels.setTo(cv::Scalar(150, 70, 50), subject());
    cv::GaussianBlur(pixels, pixels, {}, 0.8);
    return pixels + noise({wide, high}, CV_8UC3, 3) / 40;
}

double overlap(const cv::Mat& a, const cv::Mat& b) {
    return 1.0 * cv::countNonZero(a & b) / std::max(1, cv::countNonZero(a | b));
}

cv::Mat alphaOf(const cv::Mat& pixels) {
    cv::Mat alpha;
    cv::extractChannel(pixels, alpha, pixels.channels() - 1);
    return alpha;
}

}  // namespace

TEST(CutOut, theSubjectIsFoundBeforeAGradedBackground) {
    const cv::Mat cut = cutOut(scene(), cutModel(scene(), {}));
    EXPECT_GT(overlap(alphaOf(cut) > 127, subject() > 0), 0.97);
    EXPECT_EQ(alphaOf(cut).at<uchar>(10, 10), 0);
    EXPECT_EQ(alphaOf(cut).at<uchar>(250, 300), 255) << "whole where it is whole";
}

TEST(CutOut, aStrokeTakesAPartOutAndAnotherBringsItBack) {
    const std::vector<Stroke> away{{false, 0.03, {{0.61, 0.25}, {0.61, 0.42}}}};
    const cv::Mat without = alphaOf(cutOut(scene(), cutModel(scene(), away)));
    EXPECT_LT(without.at<uchar>(150, 390), 128);
    std::vector<Stroke> back = away;
    back.push_back({true, 0.04, {{0.61, 0.25}, {0.61, 0.42}}});
    EXPECT_GT(alphaOf(cutOut(scene(), cutModel(scene(), back))).at<uchar>(150, 390), 128);
}

TEST(CutOut, theSameEveryTimeAndAtEverySize) {
    const ArtworkPtr came = artworkOf(scene());
    PictureEdit edit;
    edit.cut.on = true;
    const ArtworkPtr once = edited(came, edit), again = edited(came, edit);
    EXPECT_TRUE(same(once->reduced, again->reduced));
    EXPECT_TRUE(once->has_alpha);
    EXPECT_GT(overlap(alphaOf(pixelsFor(*once, 1)) > 127, subject() > 0), 0.97);
    EXPECT_TRUE(silhouetteOf(*once)) << "what is cut out can be cut to";
}

TEST(CutOut, strokesStayOnWhatTheyMarkWhenTheCropChanges) {
    const ArtworkPtr came = artworkOf(scene());
    PictureEdit edit;
    edit.cut = {true, {{false, 0.03, {{0.61, 0.25}, {0.61, 0.42}}}}};
    edit.crop = {0.2, 0.1, 0.6, 0.8};
    const PointMm at = placeIn(edit, {}, came->size, {390.0 / wide, 150.0 / high});
    const cv::Mat alpha = alphaOf(pixelsFor(*edited(came, edit), 1));
    EXPECT_LT(alpha.at<uchar>(cvRound(at.y * alpha.rows), cvRound(at.x * alpha.cols)), 128);
}

TEST(CutOut, anEvenPictureHasNoSubjectAndDoesNotFail) {
    const cv::Mat even(50, 50, CV_8UC3, cv::Scalar::all(90));
    EXPECT_EQ(cutOut(even, cutModel(even, {})).channels(), 4);
    EXPECT_EQ(
        cutOut(cv::Mat(3, 2, CV_8UC1, cv::Scalar(9)), cutModel(cv::Mat(3, 2, CV_8UC1, cv::Scalar(9)), {}))
            .rows,
        3);
}

RC_GTEST_PROP(PaperCleared, overWhiteItIsWhatItWas, ()) {
    const int type = *rc::gen::element(CV_8UC1, CV_8UC3, CV_16UC3);
    const cv::Mat came = noise({20, 20}, type, *rc::gen::inRange(1u, 1000u)), clear = paperCleared(came);
    const double most = came.depth() == CV_8U ? 255 : 65535;
    cv::Mat a, b;
    came.convertTo(a, CV_64F, 1 / most), clear.convertTo(b, CV_64F, 1 / most);
    const int colours = came.channels();
    for (int y = 0; y < 20; ++y)
        for (int x = 0; x < 20; ++x) {
            const double* p = a.ptr<double>(y) + x * colours;
            const double* q = b.ptr<double>(y) + x * (colours + 1);
            double needed = 0;
            for (int c = 0; c < colours; ++c) {
                RC_ASSERT(std::abs(1 - q[colours] * (1 - q[c]) - p[c]) < 1.01 / most + 0.003);
                needed = std::max(needed, 1 - p[c]);
            }
            // No more than its darkest channel needs.
            RC_ASSERT(std::abs(needed - q[colours]) < 1 / most);
        }
}
