#pragma once
#include <opencv2/core.hpp>

#include "core/base/nameless_file.h"
#include "core/measure/geometry.h"

namespace tympan {

// Pixels are cv::Mat, which counts its owners: whatever part of them is looked at keeps all of them alive.
// Once made they are only read.

/// Uninitialised pixels of an OpenCV type such as CV_8UC3. Up to 64 Mpx they lie in memory; above that in a
/// memory-mapped file without a name, so that a very large picture does not have to fit. Throws Error
/// (output) when there is no room.
cv::Mat newPixels(const SizePx& size, int type);

/// Whether pixels of that size lie in a file.
bool layInFile(const SizePx& size);

/// Makes a file as large as such pixels. Throws Error (output) when there is no room.
void makeRoom(const NamelessFile& file, const SizePx& size, int type);

/// The pixels that a file holds, for reading and writing. Throws Error (output).
cv::Mat pixelsIn(const NamelessFile& file, const SizePx& size, int type);

}  // namespace tympan

namespace cv {
/// For the cache: what they take in memory.
inline std::size_t bytesOf(const Mat& pixels) { return pixels.total() * pixels.elemSize(); }
}  // namespace cv
