#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "core/measure/outline.h"

namespace tympan {

// The shapes that makers name, each by the measures that one takes with a tape. Every outline lies about the
// middle of its box, in the finished frame; lengths are mm, angles degrees.

enum class ShapeKind {
    spot,  ///< a spot on something bigger: no outline
    rectangle,
    rounded_rectangle,
    circle,
    oval,
    polygon,  ///< regular; an even number of sides stands on a flat side
    triangle,
    heart,
    tag,   ///< two corners cut off at the top, with a hole to tie it by
    arch,  ///< a rectangle under half an oval
    crescent,
    plank,           ///< straight but for its lower edge, which is drawn by hand
    wrapped_canvas,  ///< the face and its four sides, unfolded, corners notched out
    framed_board,    ///< a board of which a frame leaves an opening to be seen
    cylinder,        ///< unrolled
    tapered,         ///< a tin, bucket or lampshade: unrolled
    drawn,           ///< any outline, from an SVG or corner by corner
};

/// "rectangle", "rounded-rectangle" …, and back; throws std::out_of_range for anything else.
std::string_view name(ShapeKind kind);
ShapeKind shapeKindNamed(std::string_view name);
const std::vector<ShapeKind>& shapeKinds();

/// One measure of a shape: what it is called in files ("width_mm"), what it may be, and what a new shape has.
struct Measure {
    std::string_view id;
    double least, most, usual;
    bool length = true;  ///< mm; else a plain number
};

/// The measures of a kind, in the order in which `Shape::measures` holds them.
const std::vector<Measure>& measuresOf(ShapeKind kind);

struct Shape {
    ShapeKind kind = ShapeKind::spot;
    std::vector<double> measures;
    /// Of `drawn`: the outline. Of `plank`: one ring, the lower edge from left to right (not closed); empty
    /// is a straight edge.
    Outline outline;

    bool operator==(const Shape&) const = default;
};

/// A shape with its usual measures.
Shape shapeOf(ShapeKind kind);
/// A shape with these measures, each brought into its range.
Shape shapeOf(ShapeKind kind, std::vector<double> measures);

/// A measure by its name. Throws std::out_of_range for one that the kind does not have.
double measure(const Shape& shape, std::string_view id);
Shape withMeasure(Shape shape, std::string_view id, double value);

/// The same kind of shape whose outline's box has this size, as nearly as the kind allows: one that is as
/// wide as it is high by nature (a circle, a regular polygon) follows the side that changes more, in
/// proportion. A spot stays a spot.
Shape resized(const Shape& shape, const SizeMm& box);

/// The outline that can receive ink, about the middle of its box; empty for a spot. Of a framed board the
/// whole board.
Outline outlineOf(const Shape& shape);

/// A regular polygon is asked across its flats or across its corners; an odd one is measured from a flat to
/// the corner opposite. Both ways of the same polygon:
double acrossCorners(int sides, double across_flats_mm);
double acrossFlats(int sides, double across_corners_mm);

}  // namespace tympan
