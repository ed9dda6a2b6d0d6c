#pragma once
#include <nlohmann/json_fwd.hpp>

#include "core/inspect/finding.h"
#include "core/job/job.h"

namespace tympan::cli {

/// A finding as an English sentence without a full stop, in mm.
std::string sentence(const Finding& finding);

/// "note", "warning", "blocker".
std::string_view name(Severity severity);

/// {"id", "severity", "piece", "message"}
nlohmann::ordered_json asJson(const Job& job, const Finding& finding);

}  // namespace tympan::cli
