#pragma once
#include "core/inspect/finding.h"
#include "core/job/job.h"

namespace tympan {

/// Whether a finding has an edit that mends it.
bool hasRemedy(const Finding& finding);

/// That edit, as one step. The job as it was for a finding without one. Throws Error (stopped).
Job mended(Job job, const Finding& finding);

}  // namespace tympan
