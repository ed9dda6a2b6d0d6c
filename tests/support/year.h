#pragma once
#include "core/record/log_entry.h"

namespace tympan::tests {

/// An entry with something in every field.
LogEntry fullEntry();

/// A made-up year of 120 pieces, of which it is known what is to be found out:
/// - gel on slate: 7 of 9 held; all 4 with two coats
/// - the inkjet's prints ran on every second tissue, the laser's never
/// - glue dried overnight (8 h and more) held, under two hours it did not
/// - everything else held
std::vector<LogEntry> madeUpYear();

}  // namespace tympan::tests
