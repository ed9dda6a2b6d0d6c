#pragma once
#include <array>
#include <opencv2/core.hpp>
#include <optional>
#include <string>
#include <vector>

#include "core/measure/geometry.h"
#include "core/measure/parts.h"

namespace tympan {

// What is done to a picture before it is printed, as a value: the file stays as it came. Places are in parts
// (0 to 1) of a width and height, so that an edit means the same at every resolution.

/// Mending a scan or a photographed sheet.
struct CleanUp {
    int even_light = 0;  ///< 0 to 100: how far light that falls off over the sheet is evened out
    int whiten = 0;      ///< 0 to 100: how far the paper's tint is taken out and the paper made white
    double specks = 0;   ///< dust up to this size is taken out, in thousandths of the long side; 0: none
    bool folds = false;  ///< straight creases across the sheet are lifted
    bool haze = false;   ///< a background that is nearly white becomes white: see haze.h
    bool untouched() const { return *this == CleanUp{}; }
    auto operator<=>(const CleanUp&) const = default;
};

/// A stroke of the brush that tells the subject from what is around it; in parts of the original picture.
struct Stroke {
    bool keep = true;      ///< on the subject; else on the background
    double radius = 0.01;  ///< of the long side
    std::vector<PointMm> points;
    bool operator==(const Stroke&) const = default;
};

/// Cutting the subject out of what is around it.
struct CutOut {
    bool on = false;
    std::vector<Stroke> strokes;
    bool operator==(const CutOut&) const = default;
};

/// The whole edit; its parts are applied in this order.
struct PictureEdit {
    int page = 1;      ///< of a PDF, from 1
    int quarters = 0;  ///< quarter turns clockwise, 0 to 3
    /// The corners of a sheet in a photograph, from its top left clockwise, in parts of the turned picture.
    std::optional<std::array<PointMm, 4>> corners{};
    double straighten_deg = 0;  ///< clockwise; the frame shrinks so that no empty corner shows
    PageParts crop{};           ///< of what is straightened
    CleanUp clean{};
    CutOut cut{};
    bool reversed = false;     ///< left and right change places at the end: the picture came mirrored
    bool clear_paper = false;  ///< white becomes see-through, for drawings
    bool untouched() const { return *this == PictureEdit{}; }
    bool operator==(const PictureEdit&) const = default;
};

inline constexpr double most_straighten_deg = 45, least_crop = 0.01, most_specks = 20;

/// The size that an original of this size has after an edit: quarter turns, corners, straightening, crop.
SizePx editedSize(const PictureEdit& edit, const SizePx& original);

/// From a place in the edited picture to one in the original; both in pixels, edges at whole numbers. A
/// projective map (R. Hartley and A. Zisserman, Multiple View Geometry, 4.1).
cv::Matx33d toOriginal(const PictureEdit& edit, const SizePx& original);

/// True when the pixels stay what they are: quarter turns and crop alone.
bool keepsPixels(const PictureEdit& edit);

/// True when four corners go clockwise round a sheet whose edges do not cross and that is not a sliver.
bool makeSheet(const std::array<PointMm, 4>& corners);

/// The edit that keeps of what is seen only a box of it.
PictureEdit croppedTo(PictureEdit edit, const ArtworkParts& seen);

/// The edit with its crop set to all that there is; what a crop is drawn on.
PictureEdit uncropped(PictureEdit edit);

/// A place in parts of one edit's picture as one in parts of another's; both of an original of this size.
PointMm placeIn(const PictureEdit& to, const PictureEdit& from, const SizePx& original, const PointMm& place);

/// The largest crop of a shape (width to height) within a box of a picture of this aspect, about its middle.
PageParts cropOfShape(const PageParts& within, double picture_aspect, double shape);

}  // namespace tympan
