#include "core/tone/shades.h"

#include <algorithm>
#include <cmath>

namespace tympan {

ShadeCurve::ShadeCurve(const Shades& shades) {
    constexpr double step = 0.1;
    double reached = 0;
    for (std::size_t i = 0; i < value_.size(); ++i) {
        const double own = static_cast<double>(i) * step;
        const double part = std::clamp(shades.lift[i], -100, 100) / 100.0;
        reached = std::max(reached, own + part * (part > 0 ? 1 - own : own));
        value_[i] = reached;
    }
    // Secants, and slopes that keep each piece from overshooting its ends.
    std::array<double, 10> secant;
    for (std::size_t i = 0; i < secant.size(); ++i) secant[i] = (value_[i + 1] - value_[i]) / step;
    slope_.front() = secant.front();
    slope_.back() = secant.back();
    for (std::size_t i = 1; i + 1 < slope_.size(); ++i)
        slope_[i] = secant[i - 1] * secant[i] <= 0 ? 0 : (secant[i - 1] + secant[i]) / 2;
    for (std::size_t i = 0; i < secant.size(); ++i) {
        if (secant[i] == 0) {
            slope_[i] = slope_[i + 1] = 0;
            continue;
        }
        const double a = slope_[i] / secant[i], b = slope_[i + 1] / secant[i], square = a * a + b * b;
        if (square <= 9) continue;
        slope_[i] = 3 / std::sqrt(square) * a * secant[i];
        slope_[i + 1] = 3 / std::sqrt(square) * b * secant[i];
    }
}

double ShadeCurve::operator()(double grey) const {
    constexpr double step = 0.1;
    const auto i = static_cast<std::size_t>(std::clamp(std::floor(grey / step), 0.0, 9.0));
    const double t = std::clamp(grey / step - static_cast<double>(i), 0.0, 1.0);
    const double t2 = t * t, t3 = t2 * t;
    const double y = (2 * t3 - 3 * t2 + 1) * value_[i] + (t3 - 2 * t2 + t) * step * slope_[i] +
                     (3 * t2 - 2 * t3) * value_[i + 1] + (t3 - t2) * step * slope_[i + 1];
    return std::clamp(y, 0.0, 1.0);
}

}  // namespace tympan
