#pragma once
#include <opencv2/core.hpp>

#include "core/measure/pixel_grid.h"
#include "core/object/object.h"

namespace tympan {

/// A window onto an object's face: the raster's top left corner and turn, object frame.
struct FaceWindow {
    PointMm corner;
    double rotation_deg = 0;
    PixelGrid grid;
    SizePx size;
};

/// The bare object as it looks: its colour, painted patches, and the grain, weave or flecks of its material
/// (CV_8UC3 RGB). The texture is noise of the absolute place on the object, softened where pixels are too
/// large to show it; it is a likeness, not a measurement.
cv::Mat groundOf(const Object& object, const FaceWindow& window);

/// How much of each pixel is plate, 0 to 255 (CV_8UC1): the object less its holes; 255 everywhere on a spot.
cv::Mat plateCoverage(const Object& object, const FaceWindow& window);

}  // namespace tympan
