#pragma once
#include <string>
#include <vector>
#include <vips/vips8>

#include "core/artwork/pixels.h"
#include "core/base/progress.h"

// Shared by the two files that talk to libvips' loaders; included by nothing outside core/artwork.
namespace tympan {

/// sRGB, 8 or 16 bits, 1 to 4 channels; embedded profiles converted.
vips::VImage toStandardColour(vips::VImage image);

/// Pulls the pixels through, strip by strip, so that it can be stopped. Throws vips::VError for damaged
/// files.
cv::Mat pullPixels(const vips::VImage& image, const Progress& progress);

/// The image library's loader for these bytes ("jpegload_buffer"), or "" for what is not a picture that we
/// read.
std::string loaderFor(const std::vector<unsigned char>& bytes);

}  // namespace tympan
