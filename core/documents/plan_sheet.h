#pragma once
#include <filesystem>

#include "core/base/language.h"
#include "core/schedule/needs.h"

namespace tympan {

/// The plan on paper, to hang up: what is printed where and what must be at hand, then each sitting with its
/// times, and when each object may be handled, washed and sent. PDF on the job's paper. Throws Error
/// (output).
void writePlanSheet(const Language& say, const std::filesystem::path& file, const Job& job, const Plan& plan,
                    const WorkOrder& order, const Conditions& conditions, const Needs& needs);

}  // namespace tympan
