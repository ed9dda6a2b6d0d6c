#pragma once
#include <cstdint>
#include <vector>

#include "core/measure/outline.h"

namespace tympan {

/// How a room is parted into cells.
struct CellsWanted {
    std::vector<double> shares;  ///< of the room, beside each other's
    double joint_mm = 0;         ///< between cells
    double stretch = 1;          ///< cells are about so many times as wide as high
    std::uint64_t seed = 1;
};

/// Parts a room into as many cells as there are shares, whose areas, joints taken off, are in proportion to
/// the shares: within a hundredth for rooms of one part. Cells have straight sides towards each other and
/// cover the room but for the joints; in a room that is not convex a cell may come out in several parts.
/// `room`: tidy, mm. Method: power diagrams (F. Aurenhammer 1987) with the weights that give the wanted areas
/// (F. Aurenhammer, F. Hoffmann and B. Aronov 1998; here found by damped Newton steps on each weight), their
/// sites moved to the middles of their cells (S. Lloyd 1982).
std::vector<Outline> powerCells(const Outline& room, const CellsWanted& wanted);

}  // namespace tympan
