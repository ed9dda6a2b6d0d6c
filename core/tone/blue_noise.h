#pragma once
#include <cstdint>
#include <vector>

namespace tympan {

inline constexpr int blue_noise_side = 128;

/// Every number from 0 to side² - 1 once, row by row, so that for any n the cells below n are spread as
/// evenly as that many cells can be without forming a pattern; it joins itself at all sides. Made once, from
/// a fixed seed. Method: void and cluster, R. Ulichney, Proc. SPIE 1913 (1993).
const std::vector<std::uint16_t>& blueNoise();

}  // namespace tympan
