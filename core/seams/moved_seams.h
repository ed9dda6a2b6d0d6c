#pragma once
#include <optional>

#include "core/seams/band_search.h"

namespace tympan {

// Seams that a hand moves: straight ones, finished frame.

/// One line of bands: an edge, or one of a band's cuts.
struct LineOf {
    std::optional<std::size_t> band;  ///< of a cut; none: an edge
    std::size_t number = 0;           ///< which of the edges, or of the band's cuts
    bool operator==(const LineOf&) const = default;
};
const SeamLine& lineIn(const Bands& bands, const LineOf& line);

/// The same bands on pages that have room for them; nothing where some part has room on neither.
std::optional<Bands> withRoom(Bands bands, const SizePx& print, const SheetRoom& room);

/// The same with straight lines where the others lie in the mean.
Bands straightened(Bands bands);

/// A line laid at another place, where sheets then have room for all parts; else as near to it as they do.
/// Where it snaps, it goes to the cheapest place within `snap_px`.
Bands withLineAt(const Bands& bands, const LineOf& line, int at, const SeamCosts& costs,
                 const SheetRoom& room, int snap_px);

/// What stays of straight bands in a job; wandering ones are kept where they lie in the mean.
KeptSeams keptFrom(const Bands& bands, const SizePx& print, const PixelGrid& grid);

/// How well seams are seen, from what they cost to the millimetre. Where one ends and the next begins is a
/// guess: a difference of one L* is about what is just noticed.
enum class SeamsSeen { hardly, looked_for, plainly };
SeamsSeen seamsSeen(const SeamCosts& costs, const Bands& bands);

}  // namespace tympan
