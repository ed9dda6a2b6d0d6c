#pragma once
#include <vector>

#include "core/nest/problem.h"

namespace tympan {

/// A circle inside a shape.
struct Pole {
    PointMm at;
    double radius = 0;
};

/// An edge of a shape that lies somewhere, with its box.
struct PlacedEdge {
    PointMm from, to;
    double left, top, right, bottom;
};
/// A run of edges that follow each other, with the box round them: most are passed over as one.
struct EdgeRun {
    std::size_t first, last;
    double left, top, right, bottom;
};
/// The edges of an outline and their runs, added to the lists.
void edgesOf(const Outline& outline, std::vector<PlacedEdge>& edges, std::vector<EdgeRun>& runs);

/// A straight side of an outline, which runs clockwise round what is inside.
struct Side {
    PointMm from, to;
    double up_to = 0;  ///< the length of all sides up to this one, so that one can be drawn by its length
};
/// Its longer sides: those of a round corner do not count.
std::vector<Side> sidesOf(const Outline& outline);

/// What the search knows of a piece: its outline grown by half the gap, with few corners, about its own
/// middle, and circles that fill it. Two pieces have their gap when these outlines do not overlap.
struct NestShape {
    Outline outline;          ///< tidy, about the middle of its box
    PointMm middle;           ///< of the piece's own outline, where that is
    std::vector<Pole> poles;  ///< the largest first
    std::vector<Side> sides;
    /// Where each part begins, as an edge, when it is in several: of one part empty.
    std::vector<std::size_t> islands;
    double area = 0;
    double reach = 0;        ///< from the middle to the farthest corner
    double size = 0;         ///< the root of the area of its convex hull
    double most_turn = 180;  ///< degrees either way, where turning is free
};

/// How far outlines are grown: by half the gap and so much more that the chords of their round corners, which
/// lie up to 0.005 mm inside, still keep it to less than a hundredth. Not at all without a gap: shrinking a
/// needle by a hair takes far more than that off its tip.
inline double nestGrowth(double gap_mm) { return gap_mm > 0 ? gap_mm / 2 + 0.002 : 0; }

NestShape shapeOf(const Outline& outline, double gap_mm);
/// What one holds, for a cache; its rings and lists, nearly.
inline std::size_t bytesOf(const NestShape& shape) {
    std::size_t corners = 0;
    for (const Ring& ring : shape.outline.rings) corners += ring.size();
    return corners * (sizeof(PointMm) + sizeof(Side) + sizeof(PlacedEdge)) +
           shape.poles.size() * sizeof(Pole);
}

}  // namespace tympan
