#include "core/tone/curve.h"

#include <algorithm>
#include <cmath>

namespace tympan {

namespace {

constexpr double steepest = 6;
// The spread of a picture whose greys are used evenly is 0.29; one a little below it needs a middling push.
constexpr double good_spread = 0.26;
constexpr double strength_per_spread = 200;

double logistic(double x) { return 1 / (1 + std::exp(-x)); }

double sShape(double u, double a) {
    if (a < 1e-3) return u;
    const double low = logistic(-a / 2), high = logistic(a / 2);
    return (logistic(a * (u - 0.5)) - low) / (high - low);
}

}  // namespace

int automaticStrength(const GreyHistogram& histogram) {
    const double wanted = 50 + strength_per_spread * (good_spread - automaticLevels(histogram).spread);
    return static_cast<int>(std::lround(std::clamp(wanted, 15.0, 80.0)));
}

ToneCurve toneCurve(const GreyHistogram& histogram, const Contrast& contrast) {
    const bool automatic = contrast.kind == Contrast::Kind::automatic;
    double strength = 0;
    if (automatic) strength = automaticStrength(histogram) / 100.0;
    if (contrast.kind == Contrast::Kind::strength) strength = std::clamp(contrast.strength, 0, 100) / 100.0;
    const double share = automatic ? 1 : std::min(1.0, 2 * strength);
    const Levels levels = automaticLevels(histogram);
    const double black = share * levels.black, white = 1 - share * (1 - levels.white);

    auto curve = std::make_shared<Table16>();
    for (std::size_t i = 0; i < curve->size(); ++i) {
        const double u = std::clamp((static_cast<double>(i) / 65535 - black) / (white - black), 0.0, 1.0);
        (*curve)[i] = static_cast<std::uint16_t>(std::lround(65535 * sShape(u, steepest * strength)));
    }
    return curve;
}

}  // namespace tympan
