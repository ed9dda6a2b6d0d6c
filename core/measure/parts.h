#pragma once
#include <compare>

namespace tympan {

/// A box in parts (0 to 1) of the width and height of something, so that it means the same at every size and
/// resolution. Of what, its type says: parts of one thing are never taken for those of another.
template <class Of>
struct Parts {
    double x = 0, y = 0, width = 1, height = 1;
    double right() const { return x + width; }
    double bottom() const { return y + height; }
    bool whole() const { return *this == Parts{}; }
    auto operator<=>(const Parts&) const = default;
};

template <class Of>
bool overlaps(const Parts<Of>& a, const Parts<Of>& b) {
    return a.x < b.right() && b.x < a.right() && a.y < b.bottom() && b.y < a.bottom();
}

/// Of a page as it came, turned and straightened: what a crop is drawn on.
using PageParts = Parts<struct OfPage>;
/// Of a picture as its edit makes it, whether or not all of it is printed: what is found in it.
using ArtworkParts = Parts<struct OfArtwork>;
/// Of a print's raster, finished frame.
using PrintParts = Parts<struct OfPrint>;

}  // namespace tympan
