#pragma once
#include <cmath>
#include <numbers>

#include <rapidcheck.h>

#include "core/measure/outline.h"

namespace tympan::tests {

/// A star of any number of corners: not convex, its corners at random distances round the middle, so that it
/// never crosses itself. Only inside a property.
inline Ring starShaped() {
    const int corners = *rc::gen::inRange(3, 40);
    Ring ring;
    for (int i = 0; i < corners; ++i) {
        const double radius = *rc::gen::inRange(10, 100), angle = 2 * std::numbers::pi * i / corners;
        ring.push_back({radius * std::cos(angle), radius * std::sin(angle)});
    }
    return ring;
}

}  // namespace tympan::tests
