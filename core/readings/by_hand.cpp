#include "core/readings/by_hand.h"

#include "core/readings/strip_json.h"
#include "core/tone/transfer.h"

namespace tympan {

namespace {

/// The widths of lines that the strip has, from the finest.
std::vector<double> widths() {
    std::vector<double> found;
    for (const StripLines& lines : stripLayout().lines)
        if (lines.upright) found.push_back(lines.width_mm);
    return found;
}

}  // namespace

StripByHand allThere() {
    const StripLayout& strip = stripLayout();
    return {std::vector(strip.shades.size(), true), std::vector(widths().size(), true),
            std::vector(strip.solids.size(), true)};
}

StripByHand byHandOf(const MeasuredTransfer& measured) {
    const StripLayout& strip = stripLayout();
    constexpr double seen = 0.02;
    StripByHand said = allThere();
    for (std::size_t i = 1; i < strip.shades.size(); ++i)
        said.shades[i] =
            measured.curve.printed.empty() || arriving(measured.curve, strip.shades[i].printed) > seen;
    const std::vector<double> all = widths();
    for (std::size_t i = 0; i < all.size(); ++i)
        said.lines[i] = !measured.finest_line_mm || all[i] > *measured.finest_line_mm - 1e-9;
    if (measured.solids && measured.solids->ink < 1)
        for (std::size_t i = 0; i < strip.solids.size(); ++i) {
            const StripSolid& solid = strip.solids[i];
            said.solids[i] = solid.printed < measured.solids->ink ||
                             (solid.printed == 1 && solid.side_mm <= measured.solids->width_mm + 1e-9);
        }
    return said;
}

MeasuredTransfer measuredBy(const StripByHand& said, const TransferCurve* guess, const std::string& printer,
                            const std::string& method, const std::string& material, long long now) {
    const StripLayout& strip = stripLayout();
    StripReading reading;
    std::vector<double> arrives;
    for (std::size_t i = 0; i < strip.shades.size(); ++i) {
        const double printed = strip.shades[i].printed;
        arrives.push_back(!said.shades[i] ? 0 : guess ? arriving(*guess, printed) : printed);
    }
    arrives.front() = 0;
    arrives = neverFalling(std::move(arrives));
    for (std::size_t i = 0; i < arrives.size(); ++i)
        reading.shades.push_back({strip.shades[i].printed, arrives[i], arrives[i]});
    const std::vector<double> all = widths();
    for (std::size_t i = 0; i < all.size(); ++i) {
        const double there = said.lines[i] ? 1 : 0;
        reading.lines.push_back({all[i], there, there});
    }
    for (std::size_t i = 0; i < strip.solids.size(); ++i)
        reading.solids.push_back(
            {strip.solids[i].printed, strip.solids[i].side_mm, said.solids[i] ? 0.0 : 1.0});
    MeasuredTransfer measured = measuredBy(reading, printer, method, material, now);
    measured.curve.basis = measured.solids->basis = Basis::yours;
    return measured;
}

}  // namespace tympan
