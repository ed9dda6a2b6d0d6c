#include "core/tone/curve.h"

#include <algorithm>
#include <cmath>

#include "core/tone/shades.h"

namespace tympan {

namespace {

constexpr double steepest_slope = 6;
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

int partingGrey(const GreyHistogram& histogram) {
    double all = 0, below = 0, below_sum = 0, best = -1;
    for (std::size_t i = 0; i < histogram.size(); ++i) all += static_cast<double>(i) * histogram[i];
    // Several greys part a picture equally well where it has none between: the middle one of them.
    int first = 128, last = 128;
    for (int i = 0; i < 255; ++i) {
        const double share = histogram[static_cast<std::size_t>(i)];
        below += share;
        below_sum += i * share;
        if (below <= 0 || below >= 1) continue;
        const double apart = below_sum / below - (all - below_sum) / (1 - below);
        const double between = below * (1 - below) * apart * apart;
        if (between > best * (1 + 1e-9)) best = between, first = i;
        if (between >= best * (1 - 1e-9)) last = i;
    }
    return (first + last) / 2 + 1;
}

ToneCurve contrastCurve(const GreyHistogram& histogram, const Contrast& contrast) {
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
        (*curve)[i] = static_cast<std::uint16_t>(std::lround(65535 * sShape(u, steepest_slope * strength)));
    }
    return curve;
}

ToneCurve toneCurve(const GreyHistogram& histogram, const Tone& tone, const ToneCurve& contrast) {
    const ToneCurve base = contrast ? contrast : contrastCurve(histogram, tone.contrast);
    const bool line_art = tone.line_art.kind != LineArt::Kind::off;
    if (tone.shades.untouched() && !tone.inverted && tone.steps < 2 && !line_art) return base;
    const ShadeCurve shaded(tone.shades);
    // A local limit has parted black and white before: any limit between them will do.
    const int parting = tone.line_art.kind == LineArt::Kind::automatic ? partingGrey(histogram)
                        : tone.line_art.kind == LineArt::Kind::local   ? 128
                                                                       : tone.line_art.limit;
    const int steps = std::min(tone.steps, most_steps);
    auto curve = std::make_shared<Table16>();
    for (std::size_t i = 0; i < curve->size(); ++i) {
        // Black and white alone are told by the picture's own grey: contrast would only move the limit.
        double grey = line_art ? (static_cast<double>(i) < parting * 257.0 ? 0 : 1)
                               : shaded(static_cast<double>((*base)[i]) / 65535);
        if (!line_art && steps >= 2) grey = std::min(std::floor(grey * steps), steps - 1.0) / (steps - 1.0);
        if (tone.inverted) grey = 1 - grey;
        (*curve)[i] = static_cast<std::uint16_t>(std::lround(65535 * grey));
    }
    return curve;
}

}  // namespace tympan
