#pragma once
#include <array>
#include <cstdint>
#include <utility>
#include <vector>

namespace tympan {

/// How dark greys come out of a printer: pairs of what it is asked for and what it lays, both as ink k (1 -
/// the grey as sRGB encodes it), 0 bare paper; what is asked grows. Straight in between; nothing is laid of
/// nothing, and where the last pair stops short of solid, solid is laid of solid. Empty: as it was asked.
using DeviceCurve = std::vector<std::pair<double, double>>;

/// The ink that is laid for what is asked, 0 to 1.
double laidFor(const DeviceCurve& curve, double asked);

/// What to ask for, so that `wanted` of the darkest that the printer lays comes out: the least that does.
/// Nothing of nothing, all of all.
double askedFor(const DeviceCurve& curve, double wanted);

/// Each of the two for the encoded greys of 8 bits, 255 bare: what comes out of them, and what to send for
/// them.
using GreyLevels = std::array<std::uint8_t, 256>;
GreyLevels laidLevels(const DeviceCurve& curve);
GreyLevels sentLevels(const DeviceCurve& curve);

}  // namespace tympan
