#pragma once
#include <array>
#include <vector>

#include "core/artwork/artwork.h"

namespace tympan {

/// Separate pictures on one scan or page, each as the edit that takes it out of its original, straightened;
/// in reading order. Empty when there is only one. Method: what differs from the page's own colour, closed
/// over gaps of a hundredth of the long side; the smallest turned rectangle about each part
/// (cv::minAreaRect).
std::vector<PictureEdit> picturesOn(const Artwork& page);

}  // namespace tympan
