#pragma once
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/measure/outline.h"

namespace tympan {

// Pieces to be laid into containers, in millimetres, y down. A piece is never flipped.

enum class Turning { none, quarter, free };
/// Pieces of one problem, copies and spares counted: the search keeps a weight for each pair.
inline constexpr std::size_t most_nest_items = 4'000;

/// "none", "quarter", "free".
std::string_view name(Turning turning);
inline constexpr Turning turnings[] = {Turning::none, Turning::quarter, Turning::free};

struct NestPiece {
    std::string id;
    Outline outline;  ///< tidy; holes may hold other pieces
    int copies = 1;
    bool first = false;          ///< gets its place before all that are not
    double most_turn_deg = 180;  ///< either way, where turning is free
    int spares = 0;              ///< at most so many copies more, where room is left over
};

/// Where one copy lies: its outline turned about the origin by [c -s; s c], then moved.
struct NestPlace {
    std::size_t piece = 0;
    int copy = 0;
    double rotation_deg = 0;
    PointMm at;
    bool operator==(const NestPlace&) const = default;
};
/// What lies in each container.
using NestPlaces = std::vector<std::vector<NestPlace>>;

struct NestProblem {
    Outline container;  ///< tidy; there are as many as are needed, all alike
    std::optional<int> most_containers;
    double gap_mm = 0;       ///< between pieces
    double edge_gap_mm = 0;  ///< between pieces and the edges of a container and of its holes
    Turning turning = Turning::none;
    std::vector<NestPiece> pieces;
    NestPlaces locked;  ///< copies that stay where they lie; containers keep what is locked in them together
};

struct NestLayout {
    NestPlaces containers;            ///< spare copies are numbered after the others
    std::vector<NestPlace> unplaced;  ///< by piece and copy
    double density = 0;               ///< of the containers that are used
};

}  // namespace tympan
