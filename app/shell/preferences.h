#pragma once
#include "core/measure/length.h"
#include "core/printer/paper.h"

namespace tympan::app {

// What is asked once, guessed from the locale before that, and kept.

Unit preferredUnit();
Paper preferredPaper();
bool prefersDark();
void prefer(Unit unit);
void prefer(const Paper& paper);
void preferDark(bool dark);

}  // namespace tympan::app
