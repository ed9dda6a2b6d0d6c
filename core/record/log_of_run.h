#pragma once
#include "core/record/log_entry.h"
#include "core/run/run.h"

namespace tympan {

/// What an entry is called: the same whenever its run writes it.
std::string entryIdOf(const std::string& run, int piece);

/// The entries that a run writes by itself: one for each piece on which work was done, with what was planned
/// and what came of it. Their ids follow from the run and the piece, so that the same run writes the same
/// ones. Pure.
std::vector<LogEntry> entriesOf(const WorkRun& run);

}  // namespace tympan
