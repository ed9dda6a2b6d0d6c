#pragma once
#include <filesystem>
#include <vector>

#include "core/base/language.h"
#include "core/base/progress.h"
#include "core/layout/imposition.h"

namespace tympan {

/// The files for a copy shop, written into a folder: the sheets under a name that says what to do; an order
/// sheet in plain words (how many, on which paper, mirrored already or not, at 100 %, how long a roll), with
/// a proof of each picture at A4 as it will be printed; the test sheet when one is needed; and their
/// checksums, as `sha256sum -c` reads them. `printer`: only what this printer of the job prints, by its id;
/// 0: all. Returns the files. Throws Error (input) when that printer prints nothing; Error (stopped, output).
std::vector<std::filesystem::path> writeCopyShopSet(const Language& say, const std::filesystem::path& folder,
                                                    const Job& job, int printer = 0,
                                                    const Progress& progress = {});

}  // namespace tympan
