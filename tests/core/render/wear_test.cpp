#include "core/render/wear.h"

#include <gtest/gtest.h>

#include "core/job/matching.h"
#include "core/render/finished.h"
#include "core/render/judged_tone.h"
#include "core/render/render_region.h"
#include "core/tone/transfer.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

struct Worn {
    Job job;
    Print print;
    cv::Mat ink;
};

/// A plate of even ink.
Worn plate(int grey, const std::string& method = "gel-rub-off") {
    Worn worn;
    worn.job = jobOf(artworkOf(cv::Mat(60, 80, CV_8UC1, cv::Scalar(grey))), {80, 60}, method);
    Tone tone;
    tone.ink = Tone::InkChoice::grey;
    tone.contrast = {Contrast::Kind::none, 0};
    worn.job = withTone(worn.job, worn.job.pieces.front().id, tone);
    worn.print = printOf(worn.job, worn.job.pieces.front(), 60);
    worn.ink = renderWhole(worn.print);
    return worn;
}

double covered(const cv::Mat& ink) { return 1 - cv::mean(ink)[0] / 255; }

}  // namespace

TEST(Wear, moreOfItTakesMoreInkAndNeverAddsAny) {
    const Worn worn = plate(120);
    double before = covered(worn.ink);
    for (const Amount amount : {Amount::little, Amount::some, Amount::much}) {
        const cv::Mat left = wornInk(worn.ink, worn.print, amount);
        EXPECT_EQ(cv::countNonZero(left < worn.ink), 0);
        EXPECT_LT(covered(left), before);
        before = covered(left);
        EXPECT_TRUE(same(left, wornInk(worn.ink, worn.print, amount))) << "the same each time";
    }
    EXPECT_TRUE(same(wornInk(worn.ink, worn.print, Amount::none), worn.ink));
}

TEST(Wear, edgesAndSolidsGoFirst) {
    const Worn black = plate(0), grey = plate(140);
    const auto lost = [&](const Worn& worn, const cv::Rect& box) {
        const cv::Mat left = wornInk(worn.ink, worn.print, Amount::some);
        return 1 - covered(left(box)) / covered(worn.ink(box));
    };
    const cv::Rect middle(60, 40, 70, 60), edge(0, 40, 6, 60);
    EXPECT_GT(lost(grey, edge), lost(grey, middle) + 0.1);
    EXPECT_GT(lost(black, middle), lost(grey, middle) + 0.05);
}

TEST(Haze, lightensTheDarkAndHardlyTouchesThePale) {
    const Worn black = plate(0);
    const cv::Mat dark(black.ink.size(), CV_8UC3, cv::Scalar(20, 20, 20)),
        pale(black.ink.size(), CV_8UC3, cv::Scalar(248, 247, 243));
    EXPECT_GT(cv::mean(hazed(dark, black.print, Amount::much))[0], 60);
    EXPECT_NEAR(cv::mean(hazed(pale, black.print, Amount::much))[0], 248, 2);
}

TEST(Arrival, theFinishedFaceIsPalerWhereTheTransferLosesInk) {
    const Worn rubbed = plate(0), ironed = plate(0, "iron-on-paper");
    EXPECT_GT(cv::mean(arrivedInk(rubbed.ink, rubbed.print))[0], 20);
    EXPECT_TRUE(same(arrivedInk(ironed.ink, ironed.print), ironed.ink)) << "nothing known to get lost";
}

TEST(Arrival, madeUpForItArrivesAsItWasAskedFor) {
    const Worn plain = plate(140);
    Worn asked = plate(140);
    Tone tone = asked.job.pieces.front().tone;
    tone.compensated = true;
    asked.job = withTone(asked.job, asked.job.pieces.front().id, tone);
    asked.print = printOf(asked.job, asked.job.pieces.front(), 60);
    const cv::Mat arrived = arrivedInk(renderWhole(asked.print), asked.print);
    EXPECT_NEAR(cv::mean(arrived)[0], cv::mean(plain.ink)[0], 1.5);
}

TEST(Veil, tissueLightensADarkGround) {
    const Worn tissue = plate(255, "tissue-overlay");
    Job job = tissue.job;
    job.objects.front().ground = {30, 30, 40};
    EXPECT_GT(whiteOf(job, job.pieces.front()).red, 60);
    EXPECT_GT(cv::mean(groundUnder(job, job.pieces.front(), tissue.print))[0], 60);
}

TEST(MatchedTone, aStripOfOnePixelIsJudgedToo) {
    const Job job = jobOf(artworkOf(noise({2000, 1}, CV_8UC1)), {400, 0.2});
    EXPECT_TRUE(toneCurveOf(printOf(job, job.pieces.front(), 60)));
}

TEST(MatchedTone, whitesAndBlacksOfASetAreJudgedTogether) {
    cv::Mat dark(40, 60, CV_8UC1), light(40, 60, CV_8UC1);
    cv::randu(dark, 10, 100), cv::randu(light, 150, 250);
    Job job = jobOf(artworkOf(dark), {60, 40});
    job = withPiece(job, {artworkOf(light), job.objects.front(), job.pieces.front().method, {60, 40}, 1});
    const auto curve = [&](std::size_t piece) { return toneCurveOf(printOf(job, job.pieces[piece], 60)); };
    EXPECT_NE(*curve(0), *curve(1)) << "each by itself";
    job = withMatchedSet(job, {job.pieces[0].id, job.pieces[1].id}, {true, false, false, false});
    EXPECT_EQ(*curve(0), *curve(1));
    EXPECT_LT((*curve(0))[100 * 257], 160 * 257) << "the dark one stays dark beside the light one";
}
