#pragma once
#include <filesystem>
#include <opencv2/core.hpp>

namespace tympan {

/// Writes 8-bit grey or RGB pixels as PNG (.png) or deflated TIFF (.tif, .tiff), by the name's ending, with
/// their resolution stored. Throws Error: usage for another ending, output when the file cannot be written.
void writePicture(const std::filesystem::path& file, const cv::Mat& pixels, double ppi);

/// True when the ending names a picture format that can be written.
bool isWritablePicture(const std::filesystem::path& file);

}  // namespace tympan
