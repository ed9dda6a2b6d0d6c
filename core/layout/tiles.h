#pragma once
#include "core/layout/imposition.h"

namespace tympan {

/// The sheets of a piece that is parted, one for each tile of its plan; and again for each copy.
std::vector<Sheet> tileSheets(const Imposition& imposition, const Job& job, std::size_t print);

}  // namespace tympan
