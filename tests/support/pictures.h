#pragma once
#include <filesystem>
#include <opencv2/core.hpp>

#include "core/artwork/artwork.h"
#include "core/job/edits.h"

namespace tympan::tests {

/// Pixels with detail everywhere and no symmetry, from a seed; `type` such as CV_8UC3.
cv::Mat noise(SizePx size, int type, unsigned seed = 1);

/// The same with an L-shaped mark in the top left quarter, so that every turn and flip is told apart.
cv::Mat marked(SizePx size, int channels);

/// Writes a file by its ending (.jpg .png .tif .webp .heic), with an EXIF orientation when that is not 1.
void save(const std::filesystem::path& file, const cv::Mat& pixels, double ppi = 0, int orientation = 1);

/// A small picture of 90 x 60 pixels with that mark, the same each time.
const ArtworkPtr& picture();

/// An artwork made of these pixels, as though read from a file.
ArtworkPtr artworkOf(const cv::Mat& pixels);

/// A job of one piece of this picture.
Job jobOf(const ArtworkPtr& artwork, const SizeMm& size, const std::string& method = "gel-rub-off");

/// A lettered drawing on bare paper, 450 x 300 mm at 100 to the inch: words where even seams would cut them.
const Job& letteredChart();

/// A flat thing of a shape, called and measured.
Object objectOf(const std::string& name, ShapeKind kind, std::vector<double> measures);

/// A PDF of two pages: 288 x 144 points with a black box in its lower left corner; 500 x 500 points with a
/// black left half. It has no table of objects: readers rebuild it.
std::string twoPagePdf();

/// Reads a picture file's pixels as they are.
cv::Mat load(const std::filesystem::path& file);

/// The mirror image.
cv::Mat flipped(const cv::Mat& pixels);
bool same(const cv::Mat& a, const cv::Mat& b);

}  // namespace tympan::tests
