#pragma once
#include <cmath>

#include "core/measure/geometry.h"

namespace tympan {

/// A plane transform as SVG writes it (SVG 1.1, 7.4): x' = a x + c y + e, y' = b x + d y + f.
struct Affine {
    double a = 1, b = 0, c = 0, d = 1, e = 0, f = 0;

    PointMm operator()(const PointMm& p) const { return {a * p.x + c * p.y + e, b * p.x + d * p.y + f}; }
    /// First `inner`, then this one.
    Affine after(const Affine& inner) const {
        return {a * inner.a + c * inner.b, b * inner.a + d * inner.b,     a * inner.c + c * inner.d,
                b * inner.c + d * inner.d, a * inner.e + c * inner.f + e, b * inner.e + d * inner.f + f};
    }
    /// The way back; there is one unless it flattens the plane.
    Affine inverse() const {
        const double det = a * d - b * c;
        const Affine turned{d / det, -b / det, -c / det, a / det, 0, 0};
        const PointMm origin = turned({e, f});
        return {turned.a, turned.b, turned.c, turned.d, -origin.x, -origin.y};
    }
    bool operator==(const Affine&) const = default;
    /// The longest that a unit vector can become.
    double stretch() const {
        const double s = a * a + b * b + c * c + d * d, det = a * d - b * c;
        return std::sqrt((s + std::sqrt(std::max(0.0, s * s - 4 * det * det))) / 2);
    }
};

}  // namespace tympan
