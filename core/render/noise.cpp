#include "core/render/noise.h"

#include <cmath>
#include <cstdint>

namespace tympan {

// The finaliser of MurmurHash3 (A. Appleby), over the place and the seed.
double hashNoise(long x, long y, int seed) {
    std::uint64_t h = static_cast<std::uint64_t>(x) * 0x9E3779B97F4A7C15u ^
                      static_cast<std::uint64_t>(y) * 0xC2B2AE3D27D4EB4Fu ^
                      static_cast<std::uint64_t>(seed) * 0x165667B19E3779F9u;
    h = (h ^ (h >> 33)) * 0xFF51AFD7ED558CCDu;
    h = (h ^ (h >> 33)) * 0xC4CEB9FE1A85EC53u;
    h ^= h >> 33;
    return static_cast<double>(h >> 11) * 0x1p-53;
}

double valueNoise(double x_mm, double y_mm, double size_mm, int seed) {
    return valueNoise(x_mm, y_mm, size_mm, size_mm, seed);
}

double valueNoise(double x_mm, double y_mm, double across_mm, double down_mm, int seed) {
    const double x = x_mm / across_mm, y = y_mm / down_mm;
    const double fx = std::floor(x), fy = std::floor(y);
    const long ix = static_cast<long>(fx), iy = static_cast<long>(fy);
    const auto ease = [](double t) { return t * t * (3 - 2 * t); };
    const double tx = ease(x - fx), ty = ease(y - fy);
    const double top = std::lerp(hashNoise(ix, iy, seed), hashNoise(ix + 1, iy, seed), tx);
    const double bottom = std::lerp(hashNoise(ix, iy + 1, seed), hashNoise(ix + 1, iy + 1, seed), tx);
    return std::lerp(top, bottom, ty);
}

}  // namespace tympan
