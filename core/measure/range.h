#pragma once
#include <algorithm>
#include <cmath>

namespace tympan {

/// What a number may be, both ends included: read, typed and computed values keep to the same one.
struct Range {
    double least = 0, most = 0;
    bool holds(double value) const { return value >= least && value <= most; }
    /// The nearest that it may be; the least for what is no number.
    double nearest(double value) const { return std::isnan(value) ? least : std::clamp(value, least, most); }
    int nearest(int value) const {
        return std::clamp(value, static_cast<int>(least), static_cast<int>(most));
    }
};

}  // namespace tympan
