#pragma once
#include <functional>

#include "core/run/run.h"

namespace tympan::tests {

using Happens = std::function<void(Event)>;
/// What is done about a wait that is before one; false: it is waited out as it is planned. It may move the
/// clock on.
using AtAWait = std::function<bool(const RunState&, const Task&, Moment& now, const Happens& happens)>;

/// A run whose every step was done as it was planned, one after the other, by one pair of hands.
WorkRun workedThrough(RunStart start, const TimeZone& zone, const AtAWait& at_a_wait = {});

}  // namespace tympan::tests
