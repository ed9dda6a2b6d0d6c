#pragma once
#include <filesystem>
#include <functional>
#include <opencv2/core.hpp>
#include <string>

#include "core/measure/geometry.h"

namespace tympan {

/// Rows of a picture, from `first` up to but not including `last`: 8-bit grey or RGB.
using RowsOf = std::function<cv::Mat(int first, int last)>;

/// Writes a picture as PNG (.png) or deflated TIFF (.tif, .tiff), by the name's ending, with its resolution
/// stored. Its rows are asked for from the top downwards, in bands of about 16 million pixels of which one at
/// a time is held. Throws Error: usage for another ending, output when the file cannot be written; and
/// whatever `rows` throws.
void writePicture(const std::filesystem::path& file, const SizePx& size, double ppi, const RowsOf& rows);
void writePicture(const std::filesystem::path& file, const cv::Mat& pixels, double ppi);

/// The bytes of a JPEG of 8-bit grey or RGB, with nothing but the picture in it. `quality`: 1 to 100.
std::string jpegOf(const cv::Mat& pixels, int quality);

/// True when the ending names a picture format that can be written.
bool isWritablePicture(const std::filesystem::path& file);

}  // namespace tympan
