#pragma once
#include "core/run/run.h"

namespace tympan {

// The pace of a run: how long hands take today beside what was planned. What is still to be done
// of a step follows it from its first round on; what is done keeps the minutes that were planned, so that the
// logbook learns beside the plan.

/// A task is done, in that time, whether somebody said so or not.
void markDone(RunState& state, const std::string& id, const TimeSpan& worked);
/// What a task of hands took, whose begin was said.
void learnPace(RunState& state, const std::string& id, const TimeSpan& worked);
/// A task that was done is to be done again: what it taught is forgotten, and it takes the pace of the rest.
void forgetPace(RunState& state, const Task& taken_back);
/// The tasks are new ones: those that are not done take the pace that is known.
void takePace(RunState& state);

}  // namespace tympan
