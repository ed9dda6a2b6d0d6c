#include "core/tone/vivid.h"

#include <algorithm>
#include <cmath>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

struct Colour {
    std::uint16_t rgb[3];
    double grey() const { return 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2]; }
    int spread() const { return *std::max_element(rgb, rgb + 3) - *std::min_element(rgb, rgb + 3); }
};

Colour any() {
    return {{*rc::gen::arbitrary<std::uint16_t>(), *rc::gen::arbitrary<std::uint16_t>(),
             *rc::gen::arbitrary<std::uint16_t>()}};
}

Colour vivid(Colour colour, const Vividness& how) {
    makeVivid(colour.rgb, how);
    return colour;
}

}  // namespace

RC_GTEST_PROP(Vivid, untouchedOrGreyNothingChanges, ()) {
    const Colour colour = any();
    RC_ASSERT(std::equal(colour.rgb, colour.rgb + 3, vivid(colour, {}).rgb));
    const auto g = *rc::gen::arbitrary<std::uint16_t>();
    const Colour grey{{g, g, g}};
    const Colour after = vivid(grey, {*rc::gen::inRange(-100, 101), *rc::gen::inRange(-100, 101)});
    for (std::uint16_t each : after.rgb) RC_ASSERT(std::abs(each - g) <= 1);
}

RC_GTEST_PROP(Vivid, whatIsNotClippedKeepsItsGreyAndTheOrderOfItsChannels, ()) {
    Colour colour = any();
    const Colour before = colour;
    if (makeVivid(colour.rgb, {*rc::gen::inRange(-100, 101), *rc::gen::inRange(-100, 101)}))
        RC_DISCARD("clipped");
    RC_ASSERT(std::abs(colour.grey() - before.grey()) < 2);
    for (int i = 0; i < 3; ++i)
        for (int j = 0; j < 3; ++j)
            if (before.rgb[i] < before.rgb[j]) RC_ASSERT(colour.rgb[i] <= colour.rgb[j] + 1);
}

TEST(Vivid, paleColoursGainMostAndNothingLeftIsGrey) {
    const Colour pale{{40000, 36000, 36000}}, strong{{60000, 8000, 8000}};
    const auto gained = [](const Colour& colour) {
        return 1.0 * vivid(colour, {50, 0}).spread() / colour.spread();
    };
    EXPECT_GT(gained(pale), 1.4);
    EXPECT_LT(gained(strong), 1.15);
    EXPECT_LE(vivid(strong, {0, -100}).spread(), 1);
}

TEST(Vivid, saysHowMuchIsClipped) {
    cv::Mat picture(20, 10, CV_8UC3, cv::Scalar(120, 110, 100));
    picture.rowRange(0, 5).setTo(cv::Scalar(250, 10, 10));
    EXPECT_EQ(clippedShare(picture, {}), 0);
    EXPECT_NEAR(clippedShare(picture, {0, 60}), 0.25, 1e-9);
    EXPECT_EQ(clippedShare(cv::Mat(4, 4, CV_8UC1, cv::Scalar(9)), {0, 100}), 0);
}
