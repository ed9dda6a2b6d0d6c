#include "core/printer/device_curve.h"

#include <algorithm>
#include <cmath>

namespace tympan {

namespace {

/// With both of its ends.
DeviceCurve whole(DeviceCurve curve) {
    if (curve.empty() || curve.front().first > 0) curve.insert(curve.begin(), {0, 0});
    if (curve.back().first < 1) curve.emplace_back(1, 1);
    return curve;
}

template <class Ink>
GreyLevels levelsOf(const Ink& ink) {
    GreyLevels levels{};
    for (std::size_t level = 0; level < levels.size(); ++level) {
        const double k = std::clamp(ink(1 - static_cast<double>(level) / 255), 0.0, 1.0);
        levels[level] = static_cast<std::uint8_t>(std::lround(255 * (1 - k)));
    }
    return levels;
}

double onWhole(const DeviceCurve& curve, double asked) {
    for (std::size_t i = 1; i < curve.size(); ++i) {
        const auto &before = curve[i - 1], &after = curve[i];
        if (asked <= after.first)
            return std::lerp(before.second, after.second,
                             std::max(0.0, asked - before.first) / (after.first - before.first));
    }
    return curve.back().second;
}

double askedOnWhole(const DeviceCurve& curve, double wanted) {
    if (wanted <= 0) return 0;
    if (wanted >= 1) return 1;
    double darkest = 0;
    for (const auto& step : curve) darkest = std::max(darkest, step.second);
    const double ink = wanted * darkest;
    for (std::size_t i = 1; i < curve.size(); ++i) {
        const auto &before = curve[i - 1], &after = curve[i];
        if (after.second >= ink && after.second > before.second)
            return std::lerp(before.first, after.first,
                             std::max(0.0, ink - before.second) / (after.second - before.second));
    }
    return 1;
}

}  // namespace

double laidFor(const DeviceCurve& curve, double asked) { return onWhole(whole(curve), asked); }

double askedFor(const DeviceCurve& curve, double wanted) { return askedOnWhole(whole(curve), wanted); }

GreyLevels laidLevels(const DeviceCurve& curve) {
    return levelsOf([all = whole(curve)](double k) { return onWhole(all, k); });
}

GreyLevels sentLevels(const DeviceCurve& curve) {
    return levelsOf([all = whole(curve)](double k) { return askedOnWhole(all, k); });
}

}  // namespace tympan
