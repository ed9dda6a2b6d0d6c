#pragma once
#include <optional>
#include <string>
#include <vector>

#include "core/artwork/colour.h"
#include "core/base/text.h"
#include "core/object/face.h"
#include "core/object/layer.h"
#include "core/object/shape.h"

namespace tympan {

// What receives the transfer, in the finished frame: x to the right and y down on the face that people will
// see, mm from the middle of the shape's box. A tin is unrolled: its flat side is the face.

/// What an object is made of, as the catalogue has it; an object keeps its own copy. The texture is one that
/// `core/render/ground` draws.
struct Material {
    std::string id = "pale-wood";  ///< the catalogue's first, until something else is said
    std::string name = Source("bare pale wood").string();
    Rgb8 ground{236, 217, 180};  ///< its usual colour
    std::string texture =
        "none";  ///< "none", "wood", "canvas", "cloth", "slate", "metal", "glass", "paper", "cork", "skin"
    bool seen_through = false;  ///< clear, and looked at from the side that is not coated: one turn more

    bool operator==(const Material&) const = default;
};

enum class ZoneKind {
    hole,      ///< nothing is there: a hanging hole, a slot
    keep_out,  ///< no ink: a knot, a hinge, a handle
    painted,   ///< another ground: a painted patch
    under,     ///< a knot, a crack, grain that the picture may hide: ink may lie over it
};
std::string_view name(ZoneKind kind);
inline constexpr ZoneKind zone_kinds[] = {ZoneKind::hole, ZoneKind::keep_out, ZoneKind::painted,
                                          ZoneKind::under};

/// A part of the face that is unlike the rest.
struct Zone {
    ZoneKind kind = ZoneKind::keep_out;
    std::string name;  ///< "knot"
    Shape shape;
    PointMm at;                  ///< the middle of its shape, on the object
    Rgb8 colour{250, 248, 240};  ///< of a painted patch, or of what the picture may hide

    bool operator==(const Zone&) const = default;
};

/// How an object is filled with several pictures: see core/fill.
enum class FillManner {
    packed,     ///< as large as they all go, each with its gap
    scattered,  ///< at their sizes, here and there
    patchwork,  ///< cells over all of it, a picture in each
};
std::string_view name(FillManner manner);
inline constexpr FillManner fill_manners[] = {FillManner::packed, FillManner::scattered,
                                              FillManner::patchwork};
struct Filling {
    FillManner manner = FillManner::packed;
    double gap_mm = 4;         ///< between pictures; of a patchwork the joints
    double margin_mm = 5;      ///< bare at edges, holes and keep-outs
    double most_turn_deg = 0;  ///< either way; people and words stay upright all the same
    double size_range = 1;     ///< packed: how many times as large as the smallest a picture may become
    int seed = 1;              ///< another number, another way
    bool operator==(const Filling&) const = default;
};

/// A block as thick as a trunk.
inline constexpr double most_thickness_mm = 1000;

struct Object {
    int id = 0;
    std::string name;  ///< "oak table top"
    Shape shape;
    Material material;
    Rgb8 ground{236, 217, 180};  ///< the colour that shows wherever no ink lies: the whites of the picture
    std::vector<Zone> zones;
    std::optional<Filling> filling;  ///< as it was last filled
    bool one_print = false;          ///< the pictures on it are printed as one, see job/one_print.h
    std::vector<Layer> layers;       ///< in their order
    Face face = Face::front;         ///< of the thing that it is a side of
    int face_of = 0;          ///< the object that stands for that thing, never one with a face_of; 0: itself
    double thickness_mm = 0;  ///< how deep its edges are; 0: nobody has measured
    std::string notes;

    /// The same for all sides of one thing.
    int thing() const { return face_of != 0 ? face_of : id; }
    bool spot() const { return shape.kind == ShapeKind::spot; }
    bool operator==(const Object&) const = default;
};

/// What it is called where it is spoken of: its name, else what it is made of, else "the object".
std::string calledBy(const Object& object);
/// The outline of a zone, on the object.
Outline outlineOf(const Zone& zone);
/// The object itself less its holes; empty for a spot.
Outline plateOf(const Object& object);
/// Where people will see ink if it is laid there: the plate, or the opening of a framed board.
Outline visibleOf(const Object& object);
/// Where ink may lie: what is visible less its keep-outs.
Outline openOf(const Object& object);
/// Whether it is flat, with edges of its own: what is unrolled or unfolded has none, or has them in its
/// shape.
bool hasEdges(const Object& object);
/// Its edges all round and in its holes, as deep as it is thick, cm²; 0 where it has none or nobody said.
double edgesAreaOf(const Object& object);
/// The size of its box; nothing for a spot.
SizeMm sizeOf(const Object& object);

/// Where the sides of a wrapped canvas are folded: the box of its front face. Of anything else its whole box.
RectMm frontOf(const Object& object);

}  // namespace tympan
