#include "core/tone/shades.h"

#include <set>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/tone/curve.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

Shades anyShades() {
    Shades shades;
    for (int& each : shades.lift) each = *rc::gen::inRange(-100, 101);
    return shades;
}

/// Two flat greys, three parts to one.
GreyHistogram twoGreys(int dark, int light) {
    cv::Mat picture(40, 40, CV_8UC1, cv::Scalar(light));
    picture.rowRange(0, 10).setTo(dark);
    return greyHistogram(picture);
}

double at(const ToneCurve& curve, int grey) {
    return (*curve)[static_cast<std::size_t>(grey * 257)] / 65535.0;
}

Tone plain() {
    Tone tone;
    tone.contrast = {Contrast::Kind::none, 0};
    return tone;
}

}  // namespace

TEST(Shades, untouchedTheyChangeNothing) {
    const ShadeCurve curve{Shades{}};
    for (int i = 0; i <= 100; ++i) EXPECT_NEAR(curve(i / 100.0), i / 100.0, 1e-12);
}

RC_GTEST_PROP(Shades, theirCurveNeverFallsAndGoesThroughEachOfThem, ()) {
    const ShadeCurve curve{anyShades()};
    double before = -1;
    for (int i = 0; i <= 1000; ++i) {
        const double grey = curve(i / 1000.0);
        RC_ASSERT(grey >= before - 1e-12);
        RC_ASSERT(grey >= 0 && grey <= 1);
        before = grey;
    }
    for (std::size_t i = 0; i <= 10; ++i)
        RC_ASSERT(std::abs(curve(static_cast<double>(i) / 10) - curve.at(i)) < 1e-9);
}

TEST(Shades, onesOwnSlideMovesOneShadeMost) {
    Shades shades;
    shades.lift[5] = -40;  // the middle grey, four tenths of the way to black
    const ShadeCurve curve(shades);
    EXPECT_NEAR(curve(0.5), 0.4, 1e-9) << "the next darker one holds it";
    EXPECT_NEAR(curve(0.3), 0.3, 1e-9);
    EXPECT_NEAR(curve(0.7), 0.7, 1e-9);
    shades.lift[5] = 100;
    EXPECT_NEAR(ShadeCurve(shades)(0.5), 1, 1e-9) << "bare paper";
    EXPECT_NEAR(ShadeCurve(shades)(0.8), 1, 1e-9) << "what is lighter goes with it";
}

RC_GTEST_PROP(ToneCurve, invertedItIsTheOtherEndOfEveryGrey, ()) {
    const GreyHistogram histogram = twoGreys(60, 200);
    Tone tone;
    tone.shades = anyShades();
    tone.steps = *rc::gen::element(0, 2, 5);
    const ToneCurve upright = toneCurve(histogram, tone);
    tone.inverted = true;
    const ToneCurve inverted = toneCurve(histogram, tone);
    for (std::size_t i = 0; i < upright->size(); i += 97)
        RC_ASSERT(std::abs(65535 - (*upright)[i] - (*inverted)[i]) <= 1);
}

TEST(ToneCurve, stepsAreThatManyGreysBlackAndWhiteAmongThem) {
    Tone tone = plain();
    for (int steps : {2, 3, 7, 16}) {
        tone.steps = steps;
        const ToneCurve curve = toneCurve(twoGreys(0, 255), tone);
        std::set<std::uint16_t> greys(curve->begin(), curve->end());
        EXPECT_EQ(static_cast<int>(greys.size()), steps);
        EXPECT_EQ(*greys.begin(), 0);
        EXPECT_EQ(*greys.rbegin(), 65535);
    }
}

TEST(ToneCurve, lineArtIsBlackAndWhiteAboutItsLimit) {
    Tone tone = plain();
    tone.line_art = {LineArt::Kind::limit, 90};
    const ToneCurve curve = toneCurve(twoGreys(60, 200), tone);
    EXPECT_EQ(at(curve, 89), 0);
    EXPECT_EQ(at(curve, 90), 1);
    tone.line_art = {LineArt::Kind::automatic, 0};
    for (const auto& [dark, light] : {std::pair{60, 200}, {10, 40}, {180, 250}}) {
        const ToneCurve found = toneCurve(twoGreys(dark, light), tone);
        EXPECT_EQ(at(found, dark), 0) << dark;
        EXPECT_EQ(at(found, light), 1) << light;
    }
}

// Half way between two greys with nothing between them: a pale scan is not eaten by a limit at its rim.
TEST(ToneCurve, thePartingGreyLiesInTheMiddleOfTheGap) {
    EXPECT_NEAR(partingGrey(twoGreys(60, 200)), 130, 2);
    EXPECT_NEAR(partingGrey(twoGreys(180, 250)), 215, 2);
}
