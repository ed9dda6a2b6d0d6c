#pragma once
#include "core/artwork/artwork.h"
#include "core/base/progress.h"

namespace tympan {

/// How clean line art or lettering is drawn again as curves.
struct Redrawing {
    int corners = 75;     ///< 0: every bend a corner; 100: all of it rounded
    double speck_px = 2;  ///< what is smaller across, in pixels of the picture, is left out
    auto operator<=>(const Redrawing&) const = default;
};

/// The picture in one ink, drawn again as curves: a drawing (SVG) of the same size in pixels, sharp at any
/// size. Method: the lightness enlarged by the network, parted by its own best limit (N. Otsu 1979), outlines
/// found and smoothed by P. Selinger's Potrace (2003). The ink has the colour that its pixels have on
/// average, black where that is nearly black; paper is see-through. Kept for the next call. Throws Error
/// (stopped, input).
ArtworkPtr redrawn(const Artwork& picture, const Redrawing& how, const Progress& progress = {});

/// Whether a picture is of one ink on paper, such that drawing it again loses nothing: hardly any greys but
/// at edges.
bool isLineArt(const cv::Mat& reduced);

}  // namespace tympan
