#pragma once
#include <filesystem>

#include "core/base/language.h"
#include "core/base/progress.h"
#include "core/job/job.h"

namespace tympan {

/// A small print of every finished picture the right way round, to hold beside the object while the paper
/// comes off. Never for transfer, and says so. Pictures are no larger than true size.
void writeReferencePrint(const Language& say, const std::filesystem::path& file, const Job& job,
                         const Progress& progress = {});

}  // namespace tympan
