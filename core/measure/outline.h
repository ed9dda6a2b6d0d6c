#pragma once
#include <vector>

#include "core/measure/geometry.h"

namespace tympan {

// Plane shapes with holes, in millimetres, x to the right and y down. An outline is a list of closed rings
// (the last point joins the first). In a *tidy* outline no ring crosses another or itself, outer rings run
// clockwise as seen (positive area) and holes the other way. `tidied` and everything in outline_operations.h
// make tidy ones; the functions here need nothing else of their argument unless they say so.

using Ring = std::vector<PointMm>;

struct Outline {
    std::vector<Ring> rings;

    bool empty() const { return rings.empty(); }
    bool operator==(const Outline&) const = default;
};

/// Curves are replaced by chords that leave them by no more than this.
inline constexpr double flattening_mm = 0.05;

/// Calls visit(a, b) for every edge, from a to b.
template <class Visit>
void eachEdge(const Outline& outline, Visit visit) {
    for (const Ring& ring : outline.rings)
        for (std::size_t i = 0; i < ring.size(); ++i) visit(ring[i], ring[(i + 1) % ring.size()]);
}

/// Of all edges together, in mm.
double lengthOfEdges(const Outline& outline);

/// Signed: positive when the ring runs clockwise as seen.
double area(const Ring& ring);
/// In mm², holes taken off. Of a tidy outline.
double area(const Outline& outline);
/// The point on which a plate of this shape would balance. Of a tidy outline; the middle of the box when it
/// has no area.
PointMm centroid(const Outline& outline);
/// The smallest upright box; empty at the origin for an empty outline.
RectMm bounds(const Outline& outline);
PointMm middle(const RectMm& box);

/// By the even-odd rule; a point on the edge may count either way.
bool contains(const Outline& outline, const PointMm& point);
/// The point of the edges that is nearest to a point; that point itself when there is no edge.
PointMm nearestOnEdge(const Outline& outline, const PointMm& point);
/// How far a point is from the nearest edge, in mm; infinity for an empty outline.
double distanceToEdge(const Outline& outline, const PointMm& point);
/// How far the straight line from `from` in the direction of `towards` (a unit vector) runs before it meets
/// an edge; nothing to meet: infinity.
double distanceAlong(const Outline& outline, const PointMm& from, const PointMm& towards);

/// Every point replaced by change(point).
template <class Change>
Outline changed(Outline outline, Change change) {
    for (Ring& ring : outline.rings)
        for (PointMm& point : ring) point = change(point);
    return outline;
}

Outline moved(Outline outline, const PointMm& by);
/// Rotated clockwise as seen about the origin.
Outline rotated(Outline outline, double degrees);
PointMm rotated(const PointMm& point, double degrees);
Outline scaled(Outline outline, double across, double down);
/// The mirror image about the upright axis through the origin, x' = -x. Its own inverse, and it keeps
/// tidiness.
Outline flipped(Outline outline);

Outline rectangleOutline(const RectMm& box);
/// An ellipse about `centre`, flattened; its chords lie inside the curve.
Outline ellipseOutline(const PointMm& centre, double across_mm, double down_mm);

/// Points of an arc about `centre` from one angle to another (degrees, clockwise from the right), both ends
/// included, appended to `ring`.
void addArc(Ring& ring, const PointMm& centre, double radius_across, double radius_down, double from_deg,
            double to_deg);

}  // namespace tympan
