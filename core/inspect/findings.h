#pragma once
#include "core/inspect/finding.h"
#include "core/job/job.h"

namespace tympan {

/// Below this many pixels of the artwork to an inch of print, single ones show at arm's length (about 0.2 mm
/// each).
inline constexpr double few_ppi = 120;

/// What the job itself says is worth a look, piece by piece, whatever is in its pictures. Pure. Where each
/// piece may take a while (a drawn outline with many points), `progress` can stop it.
std::vector<Finding> findings(const Job& job, const Progress& progress = {});

/// The same of one piece. A remedy is offered only where it makes nothing else worse (remedies.h).
std::vector<Finding> findingsOf(const Job& job, const Piece& piece, const Progress& progress = {});
/// Without looking at what the remedies come to.
std::vector<Finding> plainFindingsOf(const Job& job, const Piece& piece, const Progress& progress = {});

}  // namespace tympan
