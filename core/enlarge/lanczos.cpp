#include "core/enlarge/lanczos.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace tympan {

namespace {

constexpr double lobes = 3;

/// Positions are kept in 65536ths of a source pixel: sums and differences of them are then exact, and so is
/// mirroring.
double snapped(double position) { return std::round(position * 65536) / 65536; }

double kernel(double distance) {
    const double x = std::abs(distance);
    if (x >= lobes) return 0;
    if (x < 1e-9) return 1;
    const double a = std::numbers::pi * x;
    return lobes * std::sin(a) * std::sin(a / lobes) / (a * a);
}

/// Whole weights that add up to `one`; what rounding leaves over goes to the nearest tap, or to both when two
/// are as near.
std::vector<std::int32_t> wholeWeights(const std::vector<double>& real) {
    double forward = 0, backward = 0;
    for (std::size_t i = 0; i < real.size(); ++i) {
        forward += real[i];
        backward += real[real.size() - 1 - i];
    }
    const double sum = (forward + backward) / 2;  // the same read from either end
    std::vector<std::int32_t> whole(real.size());
    std::int32_t left = LanczosAxis::one;
    for (std::size_t i = 0; i < real.size(); ++i) {
        whole[i] = static_cast<std::int32_t>(std::lround(real[i] / sum * LanczosAxis::one));
        left -= whole[i];
    }
    const auto largest = static_cast<std::size_t>(std::max_element(real.begin(), real.end()) - real.begin());
    const bool twin = largest + 1 < real.size() && real[largest + 1] == real[largest];
    if (twin) {
        whole[largest] += left / 2;
        whole[largest + 1] += left - left / 2;
    } else {
        whole[largest] += left;
    }
    return whole;
}

}  // namespace

LanczosAxis lanczosAxis(int source, double begin, double end, int output, int first, int count) {
    begin = snapped(begin);
    end = snapped(end);
    const double scale = (end - begin) / output;  // source pixels to an output pixel
    const double reach = lobes * std::max(1.0, scale), about = snapped(std::max(1.0, scale));
    const int lowest = std::clamp(static_cast<int>(std::floor(begin)), 0, source - 1);
    const int highest = std::clamp(static_cast<int>(std::ceil(end)) - 1, lowest, source - 1);

    LanczosAxis axis;
    axis.taps = static_cast<int>(std::ceil(2 * reach)) + 1;
    axis.taps = std::min(axis.taps, highest - lowest + 1);
    axis.begin.resize(static_cast<std::size_t>(count));
    axis.near.resize(static_cast<std::size_t>(count));
    axis.weights.assign(static_cast<std::size_t>(count) * static_cast<std::size_t>(axis.taps), 0);
    axis.first_source = highest;
    axis.last_source = lowest;
    std::vector<double> real;
    for (int i = 0; i < count; ++i) {
        const int pixel = first + i;
        // From the nearer end, so that the mirrored pixel sees exactly the mirrored position.
        const int side = 2 * pixel + 1 - output;
        const double centre = side == 0  ? (begin + end) / 2
                              : side < 0 ? begin + snapped((pixel + 0.5) * scale)
                                         : end - snapped((output - pixel - 0.5) * scale);
        const int from = static_cast<int>(std::ceil(centre - reach - 0.5));
        const int to = static_cast<int>(std::floor(centre + reach - 0.5));
        real.clear();
        for (int j = from; j <= to; ++j) real.push_back(kernel((j + 0.5 - centre) / std::max(1.0, scale)));
        const std::vector<std::int32_t> whole = wholeWeights(real);

        const int start = std::clamp(from, lowest, std::max(lowest, highest + 1 - axis.taps));
        axis.begin[static_cast<std::size_t>(i)] = start;
        std::int32_t* weights =
            axis.weights.data() + static_cast<std::size_t>(i) * static_cast<std::size_t>(axis.taps);
        for (int j = from; j <= to; ++j)
            weights[std::clamp(j, lowest, highest) - start] += whole[static_cast<std::size_t>(j - from)];
        axis.near[static_cast<std::size_t>(i)] = {
            std::clamp(static_cast<int>(std::floor(centre - about - 0.5)) + 1, lowest, highest),
            std::clamp(static_cast<int>(std::ceil(centre + about - 0.5)), lowest + 1, highest + 1)};
        axis.first_source = std::min(axis.first_source, start);
        axis.last_source = std::max(axis.last_source, start + axis.taps);
    }
    return axis;
}

}  // namespace tympan
