#pragma once
#include "core/base/json_reader.h"
#include "core/measure/geometry.h"
#include "core/measure/length.h"

namespace tympan {

/// A canvas or board size as it is sold; inch sizes are exact inches.
struct CommonSize {
    SizeMm size;
    Unit unit;  ///< in which it is sold
};

/// Reads a list of sizes (schema "tympan-sizes-1"). Throws Error (input) with the faulty line.
std::vector<CommonSize> readCommonSizes(const JsonText& source);
const std::vector<CommonSize>& shippedCommonSizes();

}  // namespace tympan
