#pragma once
#include <string>
#include <vector>

#include "core/base/text.h"
#include "core/job/job.h"

namespace tympan {

/// Where a picture's corner, or its middle, comes to lie on the object.
struct CornerPlace {
    Text name;   ///< "top left corner", "middle"
    PointMm at;  ///< object frame
    Text where;  ///< how to find it with a tape measure
};

/// The four corners of a piece and its middle. `where` measures from the object's sides, as its box has them,
/// and from the corner before.
std::vector<CornerPlace> cornerPlaces(const Job& job, const Piece& piece);

/// How much is shown round each, mm each way: 150, or what a page has room for.
double cornerWindowMm(const Job& job, const Piece& piece);

}  // namespace tympan
