#include "core/tone/automatic_tone.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/tone/local_contrast.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

constexpr double solid = 0.85;

/// Something like a photograph: soft shapes of several sizes about a mean, with grain.
cv::Mat scene(double mean, double spread, unsigned seed) {
    cv::Mat greys(220, 320, CV_32F, cv::Scalar(0));
    double weight = 1;
    for (int side : {4, 10, 30, 80}) {
        cv::Mat coarse;
        noise({320 / side + 2, 220 / side + 2}, CV_8UC1, seed++).convertTo(coarse, CV_32F, 1 / 255.0, -0.5);
        cv::resize(coarse, coarse, greys.size(), 0, 0, cv::INTER_CUBIC);
        greys += weight * coarse;
        weight *= 1.3;
    }
    cv::Scalar was, apart;
    cv::meanStdDev(greys, was, apart);
    greys = (greys - was[0]) * (spread / apart[0]) + mean;
    greys = cv::min(cv::max(greys, 0.0), 1.0);
    cv::Mat made;
    greys.convertTo(made, CV_16U, 65535);
    return made;
}

/// As the renderer makes it: local contrast, then the curve.
ToneFacts after(const ToneSample& sample, const AutomaticTone& tone) {
    ToneSample made{sample.greys.clone(), sample.px_mm};
    addLocalContrast(made.greys, sample.greys, tone.local, PixelGrid{sample.px_mm * mm_per_inch});
    made.greys.forEach<std::uint16_t>([&](std::uint16_t& v, const int*) { v = (*tone.curve)[v]; });
    return toneFacts(made, solid);
}

}  // namespace

RC_GTEST_PROP(AutomaticTone, keepsWithinWhatATransferHolds, ()) {
    const double mean = *rc::gen::inRange(12, 90) / 100.0, spread = *rc::gen::inRange(4, 28) / 100.0;
    const ToneSample sample{scene(mean, spread, *rc::gen::inRange(1u, 999u)), 1.6};
    const AutomaticTone tone = automaticTone({sample}, solid);
    const ToneFacts was = toneFacts(sample, solid), is = after(sample, tone);
    RC_ASSERT(is.solid <= std::max(was.solid, 0.12) + 0.005);
    if (!tone.night) RC_ASSERT(is.ink >= 0.28 && is.ink <= 0.68);
    // A lighter or darker place may cost a little of it: seldom as much as this.
    RC_ASSERT(is.detail >= 0.93 * was.detail);
    for (std::size_t i = 1; i < tone.curve->size(); ++i) RC_ASSERT((*tone.curve)[i] >= (*tone.curve)[i - 1]);
}

TEST(AutomaticTone, aDarkPictureIsLiftedAndAPaleOneGainsInk) {
    const ToneSample dark{scene(0.22, 0.12, 7), 1.6}, pale{scene(0.82, 0.08, 8), 1.6};
    EXPECT_LT(after(dark, automaticTone({dark}, solid)).ink, 0.66);
    EXPECT_GT(after(pale, automaticTone({pale}, solid)).ink, toneFacts(pale, solid).ink);
}

TEST(AutomaticTone, aDrawingKeepsCrispBlackAndBarePaper) {
    cv::Mat drawing(220, 320, CV_16UC1, cv::Scalar(62000));
    for (int i = 0; i < 12; ++i)
        cv::line(drawing, {10 + 25 * i, 10}, {30 + 24 * i, 210}, cv::Scalar(5000), 2);
    const AutomaticTone tone = automaticTone({{drawing, 1.6}}, solid);
    EXPECT_EQ(tone.local.amount, 0);
    EXPECT_LT((*tone.curve)[5000], 5000) << "as black as it was, or more";
    EXPECT_EQ((*tone.curve)[62000], 65535) << "no veil of grey round it";
}

TEST(AutomaticTone, nightIsSaid) {
    EXPECT_TRUE(automaticTone({{scene(0.08, 0.05, 3), 1.6}}, solid).night);
    EXPECT_FALSE(automaticTone({{scene(0.4, 0.2, 3), 1.6}}, solid).night);
}
