#include "core/printer/registration.h"

#include <rapidcheck/gtest.h>

using namespace tympan;

namespace {

Printer anyPrinter() {
    const auto any = [](int least, int most) { return *rc::gen::inRange(least, most) / 1000.0; };
    Printer printer;
    printer.registration = {
        any(950, 1050), any(950, 1050), any(-3000, 3000), {any(-4000, 4000), any(-4000, 4000)}};
    printer.mirrors = *rc::gen::arbitrary<bool>();
    printer.margins = {any(0, 9000), any(0, 9000), any(0, 9000), any(0, 9000)};
    return printer;
}

double apart(const PointMm& a, const PointMm& b) { return std::hypot(a.x - b.x, a.y - b.y); }

}  // namespace

RC_GTEST_PROP(Registration, whatIsSentComesToLieWhereItShould, ()) {
    const Printer printer = anyPrinter();
    const SizeMm page = *rc::gen::element(SizeMm{210, 297}, SizeMm{297, 210}, SizeMm{216, 279});
    const PointMm at{*rc::gen::inRange(0, 200) * 1.0, *rc::gen::inRange(0, 200) * 1.0};
    // What a driver that mirrors does comes before what its rollers do.
    const auto flipped = [&](PointMm p) { return printer.mirrors ? PointMm{page.width - p.x, p.y} : p; };
    const PointMm lies = laidBy(printer.registration, page)(flipped(sentFor(printer, page)(at)));
    RC_ASSERT(apart(lies, flipped(at)) < 1e-9);
}

RC_GTEST_PROP(Registration, isReadFromWhatItDoes, ()) {
    const Registration is = anyPrinter().registration;
    const Decomposed found = decomposed(laidBy(is, {210, 297}));
    RC_ASSERT(std::abs(found.registration.scale_x - is.scale_x) < 1e-9);
    RC_ASSERT(std::abs(found.registration.scale_y - is.scale_y) < 1e-9);
    RC_ASSERT(std::abs(found.registration.skew_deg - is.skew_deg) < 1e-9);
    RC_ASSERT(apart(found.registration.offset, is.offset) < 1e-9);
    RC_ASSERT(std::abs(found.shear_deg) < 1e-9);
}

RC_GTEST_PROP(Registration, nothingInsideOfTheBareEdgesIsSentBeyondThePage, ()) {
    const Printer printer = anyPrinter();
    const SizeMm paper{210, 297};
    const PageMargins m = bareEdges(printer, paper);
    RC_ASSERT(m.top >= printer.margins.top && m.bottom >= printer.margins.bottom);
    for (const double x : {m.left, paper.width / 2, paper.width - m.right})
        for (const double y : {m.top, paper.height / 2, paper.height - m.bottom}) {
            const PointMm at = sentFor(printer, paper)({x, y});
            RC_ASSERT(at.x > -0.01 && at.y > -0.01 && at.x < paper.width + 0.01 &&
                      at.y < paper.height + 0.01);
        }
}

TEST(Registration, anExactPrinterIsSentThePageItself) {
    EXPECT_EQ(sentFor({}, {210, 297}), Affine{});
    EXPECT_EQ(bareEdges({}, {210, 297}), PageMargins{});
}

TEST(Registration, aLyingPageIsFedItsLeftEdgeFirst) {
    // 10 % too long the way paper goes: that is across a page that lies.
    const Affine laid = laidBy({1, 1.1, 0, {0, 0}}, {297, 210});
    EXPECT_NEAR(laid({100, 50}).x, 110, 1e-9);
    EXPECT_NEAR(laid({100, 50}).y, 50, 1e-9);
    // Shifted towards the paper's right edge: a page that lies has its upper edge there.
    EXPECT_NEAR(laidBy({1, 1, 0, {2, 0}}, {297, 210})({100, 50}).y, 48, 1e-9);
}
