#pragma once
#include <string>
#include <vector>
#include <vips/vips8>

#include "core/artwork/pixels.h"
#include "core/artwork/tiff_facts.h"
#include "core/base/progress.h"

// Shared by the files that talk to libvips' loaders; included by nothing outside core/artwork.
namespace tympan {

/// sRGB, 8 or 16 bits, 1 to 4 channels; embedded profiles converted.
vips::VImage toStandardColour(vips::VImage image);

/// A TIFF's samples as those of any other picture: 8 or 16 bits, RGB or grey, alpha only where it is said to
/// be. Throws Error (input) for a kind that is not read.
vips::VImage asStandardTiff(vips::VImage image, const TiffFacts& facts, const std::string& name);

/// Pulls the pixels through, strip by strip, so that it can be stopped. Throws vips::VError for damaged
/// files. `pixels` are as large as the image and of its type.
void pullPixels(const vips::VImage& image, cv::Mat& pixels, const Progress& progress);
cv::Mat pulledPixels(const vips::VImage& image, const Progress& progress);

/// The image library's loader for these bytes ("jpegload_buffer"), or "" for what is not a picture that we
/// read.
std::string loaderFor(const std::vector<unsigned char>& bytes);

}  // namespace tympan
