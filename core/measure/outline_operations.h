#pragma once
#include "core/measure/outline.h"

namespace tympan {

// Boolean operations and offsets. Points are snapped to whole micrometres (Clipper's integer coordinates), so
// results are exact on that grid and never depend on rounding; coordinates beyond 1 km are an Error (input).
// All results are tidy. Method: B. R. Vatti, "A generic solution to polygon clipping", CACM 35 (1992), as
// Clipper 6 has it.

enum class FillRule { even_odd, non_zero };
enum class Corners { round, sharp };

/// The area that rings of any kind enclose, as a tidy outline.
Outline tidied(const std::vector<Ring>& rings, FillRule rule = FillRule::even_odd);

Outline united(const Outline& a, const Outline& b);
/// What of `a` is not in `b`.
Outline without(const Outline& a, const Outline& b);
/// What both share.
Outline shared(const Outline& a, const Outline& b);

/// Grown by `by_mm` all round (shrunk when negative), holes shrink or grow the other way. May come out empty.
Outline offset(const Outline& outline, double by_mm, Corners corners = Corners::round);

/// Without points that lie no farther than `by_mm` from the lines between those that stay.
Outline simplified(const Outline& outline, double by_mm);

/// A ring of any kind without the points that lie no farther than `by_mm` from the lines between those that
/// stay. Method: D. H. Douglas and T. K. Peucker, 1973.
Ring withoutStraight(const Ring& ring, double by_mm);

/// Where the middle of a convex `stamp` (about its own origin) may lie so that it is wholly inside `room`:
/// the erosion of `room` by the stamp.
Outline roomForMiddle(const Outline& room, const Ring& stamp);

}  // namespace tympan
