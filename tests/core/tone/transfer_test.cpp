#include "core/tone/transfer.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/method/catalogue.h"

using namespace tympan;

namespace {

TransferCurve lossy() { return {"", {0, 0.1, 0.5, 1}, {0, 0.04, 0.45, 0.9}, Basis::guess}; }

}  // namespace

RC_GTEST_PROP(Transfer, printingWhatIsAskedForMakesItArrive, ()) {
    const double wanted = *rc::gen::inRange(0, 901) / 1000.0;
    RC_ASSERT(std::abs(arriving(lossy(), toPrint(lossy(), wanted)) - wanted) < 1e-9);
}

TEST(Transfer, moreThanSolidInkCannotArrive) { EXPECT_EQ(toPrint(lossy(), 0.97), 1); }

TEST(Transfer, aMaterialsOwnCurveComesBeforeTheGeneralOne) {
    Method method;
    EXPECT_EQ(transferFor(method, "slate"), nullptr);
    method.transfer = {lossy(), {"slate", {0, 1}, {0, 0.7}, Basis::measured}};
    EXPECT_TRUE(transferFor(method, "slate")->basis == Basis::measured);
    EXPECT_FALSE(transferFor(method, "canvas")->basis == Basis::measured);
}

TEST(Transfer, everyShippedCurveIsCalledAGuess) {
    for (const Method& method : shippedMethods())
        for (const TransferCurve& curve : method.transfer) EXPECT_EQ(curve.basis, Basis::guess) << method.id;
}
