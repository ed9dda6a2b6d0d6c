#pragma once
#include <optional>

#include "core/job/job.h"
#include "core/object/unrolled.h"

namespace tympan {

// Where a print lands. The *picture's frame* is in mm about the picture's middle, upright as it is printed
// (but not turned over); the object's frame is that of `Object`. On a flat object the one is turned and moved
// to the other. On a tapered tin the print is a bent patch: its frame lies along the girth at the picture's
// middle.

/// How a picture is bent for a tapered side.
struct Bend {
    Unrolled side;
    double around = 0, down = 0;  ///< the picture's middle on the tin
    double girth = 0;             ///< mm round the tin there
    double rotation_deg = 0;      ///< of the picture on the tin

    /// From a place in the picture (mm from its middle) to the flat sheet of the object, and back.
    PointMm toObject(const PointMm& in_picture) const;
    PointMm toPicture(const PointMm& on_object) const;
};

struct Landing {
    PointMm at;               ///< the picture's middle, object frame
    double rotation_deg = 0;  ///< of the picture's frame in the object's
    std::optional<Bend> bend;
    /// Where there is ink: the picture cut as its edge says. Nothing when that is simply the whole rectangle
    /// with a sharp rim. Empty when the picture misses the object.
    std::optional<Outline> ink;
    RectMm box;  ///< what the print's raster covers: no more than where there is ink

    PointMm toObject(const PointMm& picture_frame) const;
    PointMm fromObject(const PointMm& on_object) const;
    Outline toObject(Outline outline) const;
    Outline fromObject(Outline outline) const;
};

Landing landingOf(const Object& object, const Piece& piece);
inline Landing landingOf(const Job& job, const Piece& piece) {
    return landingOf(objectOf(job, piece), piece);
}

/// Where a part of a piece's artwork lies in the picture's frame (a bent picture's: before it is bent), and
/// the part of the artwork that lies there.
RectMm inPicture(const Piece& piece, const ArtworkParts& parts);
ArtworkParts ofArtwork(const Piece& piece, const RectMm& in_picture);

/// The picture's own edge (its rectangle, bent on a tin), picture's frame.
Outline pictureOutline(const Landing& landing, const SizeMm& size);

/// The size of the raster that is printed: the picture's, or that of the box round what is left of it.
SizeMm printSizeOf(const Job& job, const Piece& piece);

/// What one would measure on the finished object: the print's size; on a tin the picture's, along its girth.
/// Every size of a piece that is said or written is this one.
SizeMm seenSizeOf(const Job& job, const Piece& piece);

/// The ink as it lies on the object, object frame.
Outline inkOnObject(const Job& job, const Piece& piece);

}  // namespace tympan
