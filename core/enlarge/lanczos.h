#pragma once
#include <cstdint>
#include <vector>

namespace tympan {

/// Lanczos-3 weights (Duchon 1979; windowed sinc of three lobes) for a run of output pixels along one axis.
///
/// The source interval [begin, end), in source pixels, maps linearly onto output pixels [0, output). Weights
/// are computed from the absolute output pixel, so a run is the same whatever run it is cut from; they are
/// whole 16384ths that add up to 16384; and every step is symmetric about the pixel's centre, so that the
/// weights of a mirrored interval are the mirrored weights, to the bit. When shrinking, the kernel widens by
/// the scale.
struct LanczosAxis {
    static constexpr int one = 16384;

    int first_source = 0, last_source = 0;  ///< the source pixels that the run reads: [first, last)
    int taps = 0;                           ///< weights per output pixel, the same for each (padded with 0)
    std::vector<int> begin;                 ///< per output pixel: its first source pixel
    std::vector<std::int32_t> weights;      ///< per output pixel: `taps` of them
    /// Per output pixel: the source pixels that it lies between, [first, last); when shrinking, that it
    /// covers.
    struct Near {
        int first = 0, last = 0;
    };
    std::vector<Near> near;

    const std::int32_t* weightsOf(int index) const {
        return weights.data() + static_cast<std::size_t>(index) * static_cast<std::size_t>(taps);
    }
};

/// `source`: pixels that there are; taps beyond [begin, end) repeat the pixel at that edge. `first`, `count`:
/// the run.
LanczosAxis lanczosAxis(int source, double begin, double end, int output, int first, int count);

}  // namespace tympan
