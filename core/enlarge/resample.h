#pragma once
#include <cstdint>
#include <functional>
#include <opencv2/core.hpp>

#include "core/base/progress.h"
#include "core/enlarge/lanczos.h"

namespace tympan {

/// Gives one source row: interleaved 16-bit values of columns [first, last). Called from two threads.
using RowReader = std::function<void(int row, int first, int last, std::uint16_t* values)>;

/// The pixels of a region, `x` and `y` being the runs of its columns and rows; 16 bits, `channels` (1 to 4)
/// channels. The ripples of the kernel are kept off bare paper and full ink: what lies between pixels that
/// are all white, or all black, is white or black. Separable; exact whole-number arithmetic, so the result
/// depends on neither region, threads nor vector width. Throws Error (stopped).
cv::Mat resample(const RowReader& source, int channels, const LanczosAxis& x, const LanczosAxis& y,
                 const Progress& progress);

}  // namespace tympan
