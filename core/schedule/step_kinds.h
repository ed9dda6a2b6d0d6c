#pragma once
#include "core/method/step.h"

namespace tympan {

// What a step is to a plan.

Place placeOf(const Step& step);

/// Whether something dries while it waits; an oven has its own weather.
bool isDrying(const Step& step);

/// Waiting alone, that follows the step before it.
bool isPlainWait(const Step& step);

/// Whether a deadline, or a time to hold for, ties the next step to it.
inline bool isTied(const Step& step) { return step.wait && step.wait->kind != Wait::Kind::not_before; }

/// Whether each part of a large picture has its own handling; else each copy has.
bool isDoneByUnits(const Step& step);

/// Whether the object itself is needed for it.
bool touchesObject(const Step& step);

/// Whether what it is done to is tacky meanwhile, once it is on the object.
bool leavesWet(const Step& step);

}  // namespace tympan
