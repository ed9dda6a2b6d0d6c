#pragma once

namespace tympan {

/// A number from 0 to 1 that depends on a lattice place and a seed alone.
double hashNoise(long x, long y, int seed);

/// Smooth noise of a place in mm, from 0 to 1, its bumps `size_mm` apart (may differ along the axes).
double valueNoise(double x_mm, double y_mm, double size_mm, int seed);
double valueNoise(double x_mm, double y_mm, double across_mm, double down_mm, int seed);

}  // namespace tympan
