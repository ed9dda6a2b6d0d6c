#include "core/printer/device_curve.h"

#include <rapidcheck/gtest.h>

using namespace tympan;

namespace {

/// Any that rises all the way, with or without its ends.
DeviceCurve anyCurve() {
    const int steps = *rc::gen::inRange(1, 8);
    DeviceCurve curve;
    double asked = 0, laid = 0;
    for (int i = 0; i < steps; ++i) {
        asked += *rc::gen::inRange(10, 1000 / steps) / 1000.0;
        laid += *rc::gen::inRange(10, 1000 / steps) / 1000.0;
        curve.emplace_back(asked, laid);
    }
    if (*rc::gen::arbitrary<bool>()) curve.emplace_back(1, std::min(1.0, laid + 0.05));
    return curve;
}

}  // namespace

RC_GTEST_PROP(DeviceCurve, whatIsAskedForComesOutAsAShareOfTheDarkest, ()) {
    const DeviceCurve curve = anyCurve();
    const double wanted = *rc::gen::inRange(0, 1001) / 1000.0, darkest = laidFor(curve, 1);
    RC_ASSERT(std::abs(laidFor(curve, askedFor(curve, wanted)) - wanted * darkest) < 1e-9);
}

RC_GTEST_PROP(DeviceCurve, greysStayInTheirOrderAndKeepTheirEnds, ()) {
    const GreyLevels levels = sentLevels(anyCurve());
    RC_ASSERT(levels.front() == 0);
    RC_ASSERT(levels.back() == 255);
    for (std::size_t i = 1; i < levels.size(); ++i) RC_ASSERT(levels[i] >= levels[i - 1]);
}

TEST(DeviceCurve, withoutOneAllIsAsItWasAsked) {
    for (std::size_t level = 0; level < 256; ++level) {
        EXPECT_EQ(laidLevels({})[level], level);
        EXPECT_EQ(sentLevels({})[level], level);
    }
}

TEST(DeviceCurve, ofTwoThatComeOutAlikeThePalerIsAskedFor) {
    const DeviceCurve full{{0.8, 0.9}, {1, 0.9}};
    EXPECT_NEAR(askedFor(full, 0.5), 0.4, 1e-12);
    EXPECT_NEAR(askedFor(full, 0.999), 0.7992, 1e-9);
    EXPECT_EQ(askedFor(full, 1), 1) << "solid is solid";
    const DeviceCurve falls{{0.5, 0.9}, {1, 0.7}};  // a typed one may
    EXPECT_NEAR(askedFor(falls, 0.5), 0.25, 1e-12);
}
