#pragma once
#include "core/readings/strip_reading.h"

namespace tympan {

/// What is there of a transferred strip, as somebody says who looks at it: every shade, width of line and
/// dark area of the layout.
struct StripByHand {
    std::vector<bool> shades, lines, solids;  ///< lines by width, both ways together
    bool operator==(const StripByHand&) const = default;
};

/// All of it is there.
StripByHand allThere();
/// As a strip that was read says.
StripByHand byHandOf(const MeasuredTransfer& measured);

/// What that comes to. An eye tells whether a shade is there, not how dark it is: those that are there arrive
/// as `guess` has it (as they are printed where nothing is known), the others not at all. With basis `yours`.
MeasuredTransfer measuredBy(const StripByHand& said, const TransferCurve* guess, const std::string& printer,
                            const std::string& method, const std::string& material, long long now);

}  // namespace tympan
