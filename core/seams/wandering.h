#pragma once
#include <optional>

#include "core/seams/band_search.h"
#include "core/seams/cheapest_path.h"

namespace tympan {

/// Where paths are looked for: anywhere, or within 8 mm of where seams lie; or they stay where they lie.
enum class Wandering { anywhere, nearby, not_at_all };

/// Looks for wandering seams in place of straight ones.
class Wanderer {
  public:
    Wanderer(const SeamCosts& costs, const SheetRoom& room);

    /// As many seams on the same pages, wandering along the paths that cost least. Edges first, over the
    /// whole print; then cuts, between them. The seams of a row are first placed together, each in a lane of
    /// its own, then each anew in turn, so that it may use all that the sheets beside it have to spare.
    /// Throws Error (stopped).
    Bands from(const Bands& straight, Wandering edges = Wandering::anywhere,
               Wandering cuts = Wandering::anywhere, const Progress& progress = {});

  private:
    /// Costs whose rows follow the seams that run along bands of rows, or of columns.
    struct Field {
        cv::Mat straight, aside;
    };
    const Field& field(bool runs_down);
    const CheapestPath& edgePaths(bool upright);

    const SeamCosts& costs_;
    SheetRoom room_;
    Field down_, across_;
    std::optional<CheapestPath> edges_[2];
};

}  // namespace tympan
