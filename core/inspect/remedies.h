#pragma once
#include "core/base/progress.h"
#include "core/inspect/finding.h"
#include "core/job/job.h"

namespace tympan {

/// Whether a finding's remedy makes nothing worse: in the job after it the findings of its severity and above
/// are fewer and none is new, nothing that covered its object bares it, and no piece takes more sheets unless
/// that is what the remedy says. `before`: what was found of the finding's piece, which need not hold the
/// finding itself (one that the pixels gave). True for a finding without a remedy. Throws Error (stopped).
bool remedyKeeps(const Job& job, const Finding& finding, const std::vector<Finding>& before,
                 const Progress& progress = {});

/// Of several remedies the one that keeps most comes first: where a smaller print would fit one sheet, it
/// stands before seams that are moved or sheets that are added, and weighs as much as what these cut.
void putRemediesInOrder(std::vector<Finding>& found);

}  // namespace tympan
