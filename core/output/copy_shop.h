#pragma once
#include <filesystem>
#include <vector>

#include "core/base/progress.h"
#include "core/layout/imposition.h"

namespace tympan {

/// The files for a copy shop, written into a folder: the sheets under a name that says what to do, a page of
/// instructions with a reduced proof of each picture as it will be printed, and the test sheet when one is
/// needed. Returns the files. Throws Error (stopped, output).
std::vector<std::filesystem::path> writeCopyShopSet(const std::filesystem::path& folder, const Job& job,
                                                    const Progress& progress = {});

}  // namespace tympan
