#pragma once
#include "core/job/job.h"

namespace tympan {

/// A size and a place for a picture.
struct Fitted {
    SizeMm size;
    PointMm middle;  ///< object frame
    bool operator==(const Fitted&) const = default;
};

/// The largest picture of this shape (width / height), turned so far, whose rectangle lies wholly where ink
/// may lie and stays `margin_mm` from every edge, hole and keep-out. In the middle of the object's area when
/// that costs next to nothing. Nothing when there is no room for 1 mm. Flat objects and unrolled cylinders;
/// on a tapered tin the rectangle is that of the bent picture's box. Method: bisection on the size; the
/// places for a size are the erosion of the room by the rectangle; in a room of thousands of corners, the one
/// place farthest from its edges alone.
std::optional<Fitted> largestInside(const Outline& room, double aspect, double rotation_deg,
                                    double margin_mm);

/// The smallest picture of this shape whose rectangle covers a whole outline.
Fitted smallestOver(const Outline& outline, double aspect, double rotation_deg);

/// The middle of the object by area, not by box: where a picture looks centred on an odd shape.
PointMm areaMiddle(const Object& object);

/// The piece with its fit rule applied again; as it was when it is placed by hand, or there is no room.
Piece refitted(const Job& job, Piece piece);

/// How much bare object is left of, above, right of and below the ink, through its middle, to the next edge
/// of what is visible: what a maker would measure. Negative: the ink runs over. Nothing for a spot.
struct Distances {
    double left = 0, top = 0, right = 0, bottom = 0;
};
std::optional<Distances> distancesOf(const Job& job, const Piece& piece);

}  // namespace tympan
