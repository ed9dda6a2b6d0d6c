#include "core/artwork/picture_edit.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <opencv2/imgproc.hpp>

#include <fmt/format.h>

namespace tympan {

namespace {

double radians(double deg) { return deg * std::numbers::pi / 180; }

SizePx turnedSize(const PictureEdit& edit, const SizePx& original) {
    return edit.quarters % 2 != 0 ? SizePx{original.height, original.width} : original;
}

int pixels(double length) { return std::max(1, static_cast<int>(std::lround(length))); }

double apart(const PointMm& a, const PointMm& b, const SizePx& size) {
    return std::hypot((a.x - b.x) * size.width, (a.y - b.y) * size.height);
}

/// The size of a sheet in a photograph: the longer of each two opposite edges, so that no detail is lost.
SizePx sheetSize(const PictureEdit& edit, const SizePx& turned) {
    if (!edit.corners) return turned;
    const auto& c = *edit.corners;
    return {pixels(std::max(apart(c[0], c[1], turned), apart(c[3], c[2], turned))),
            pixels(std::max(apart(c[1], c[2], turned), apart(c[0], c[3], turned)))};
}

/// The frame that lies wholly inside a turned picture, of the picture's own shape: so much smaller.
SizePx straightSize(const PictureEdit& edit, const SizePx& sheet) {
    if (edit.straighten_deg == 0) return sheet;
    const double a = std::abs(radians(edit.straighten_deg));
    const double shape = std::max(1.0 * sheet.width / sheet.height, 1.0 * sheet.height / sheet.width);
    const double shrink = 1 / (std::cos(a) + shape * std::sin(a));
    return {pixels(sheet.width * shrink), pixels(sheet.height * shrink)};
}

/// The crop in whole pixels of the straightened picture; never empty.
RectPx cropPixels(const PictureEdit& edit, const SizePx& straight) {
    const auto snap = [](double part, int side) {
        return std::clamp(static_cast<int>(std::lround(part * side)), 0, side);
    };
    const int left = std::min(snap(edit.crop.x, straight.width), straight.width - 1);
    const int top = std::min(snap(edit.crop.y, straight.height), straight.height - 1);
    const int right = std::max(left + 1, snap(edit.crop.right(), straight.width));
    const int bottom = std::max(top + 1, snap(edit.crop.bottom(), straight.height));
    return {left, top, right - left, bottom - top};
}

cv::Matx33d moveBy(double x, double y) { return {1, 0, x, 0, 1, y, 0, 0, 1}; }

/// From the turned picture back to the original.
cv::Matx33d unturned(const PictureEdit& edit, const SizePx& original) {
    const double w = original.width, h = original.height;
    switch (edit.quarters & 3) {
        case 1:
            return {0, 1, 0, -1, 0, h, 0, 0, 1};
        case 2:
            return {-1, 0, w, 0, -1, h, 0, 0, 1};
        case 3:
            return {0, -1, w, 1, 0, 0, 0, 0, 1};
        default:
            return cv::Matx33d::eye();
    }
}

cv::Matx33d uncornered(const PictureEdit& edit, const SizePx& turned, const SizePx& sheet) {
    if (!edit.corners) return cv::Matx33d::eye();
    const double w = sheet.width, h = sheet.height;
    const cv::Point2f from[4] = {{0, 0},
                                 {static_cast<float>(w), 0},
                                 {static_cast<float>(w), static_cast<float>(h)},
                                 {0, static_cast<float>(h)}};
    cv::Point2f to[4];
    for (std::size_t i = 0; i < 4; ++i)
        to[i] = {static_cast<float>((*edit.corners)[i].x * turned.width),
                 static_cast<float>((*edit.corners)[i].y * turned.height)};
    return cv::getPerspectiveTransform(from, to);
}

cv::Matx33d unstraightened(const PictureEdit& edit, const SizePx& sheet, const SizePx& straight) {
    if (edit.straighten_deg == 0) return cv::Matx33d::eye();
    const double c = std::cos(radians(edit.straighten_deg)), s = std::sin(radians(edit.straighten_deg));
    const cv::Matx33d back{c, s, 0, -s, c, 0, 0, 0, 1};
    return moveBy(sheet.width / 2.0, sheet.height / 2.0) * back *
           moveBy(-straight.width / 2.0, -straight.height / 2.0);
}

}  // namespace

SizePx editedSize(const PictureEdit& edit, const SizePx& original) {
    const RectPx crop = cropPixels(edit, straightSize(edit, sheetSize(edit, turnedSize(edit, original))));
    return {crop.width, crop.height};
}

cv::Matx33d toOriginal(const PictureEdit& edit, const SizePx& original) {
    const SizePx turned = turnedSize(edit, original), sheet = sheetSize(edit, turned);
    const SizePx straight = straightSize(edit, sheet);
    const RectPx crop = cropPixels(edit, straight);
    return unturned(edit, original) * uncornered(edit, turned, sheet) *
           unstraightened(edit, sheet, straight) * moveBy(crop.x, crop.y) *
           (edit.reversed ? cv::Matx33d{-1, 0, 1.0 * crop.width, 0, 1, 0, 0, 0, 1} : cv::Matx33d::eye());
}

bool keepsPixels(const PictureEdit& edit) { return !edit.corners && edit.straighten_deg == 0; }

bool makeSheet(const std::array<PointMm, 4>& corners) {
    for (std::size_t i = 0; i < 4; ++i) {
        const PointMm &a = corners[i], &b = corners[(i + 1) % 4], &c = corners[(i + 2) % 4];
        if ((b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) < 1e-4) return false;
    }
    return true;
}

PictureEdit croppedTo(PictureEdit edit, const ArtworkParts& seen) {
    const PageParts crop = edit.crop;
    const double left = edit.reversed ? 1 - seen.right() : seen.x;
    edit.crop = {crop.x + left * crop.width, crop.y + seen.y * crop.height, seen.width * crop.width,
                 seen.height * crop.height};
    return edit;
}

PictureEdit uncropped(PictureEdit edit) {
    edit.crop = {};
    return edit;
}

PointMm placeIn(const PictureEdit& to, const PictureEdit& from, const SizePx& original,
                const PointMm& place) {
    const SizePx size = editedSize(from, original), new_size = editedSize(to, original);
    const cv::Matx33d map = toOriginal(to, original).inv() * toOriginal(from, original);
    const cv::Vec3d at = map * cv::Vec3d(place.x * size.width, place.y * size.height, 1);
    return {at[0] / at[2] / new_size.width, at[1] / at[2] / new_size.height};
}

PageParts cropOfShape(const PageParts& within, double picture_aspect, double shape) {
    const double wide = within.width * picture_aspect;  // in the picture's heights
    const double width = std::min(wide, within.height * shape) / picture_aspect;
    const double height = width * picture_aspect / shape;
    return {within.x + (within.width - width) / 2, within.y + (within.height - height) / 2, width, height};
}

}  // namespace tympan
