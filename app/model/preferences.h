#pragma once
#include <QString>
#include <optional>

#include "core/measure/length.h"
#include "core/printer/paper.h"

namespace tympan::app {

// What is asked once, guessed from the locale before that, and kept.

Unit preferredUnit();
Paper preferredPaper();
/// "laser", "inkjet", "sublimation" or "shop".
QString preferredPrinter();
bool prefersDark();
/// Whether the last sheet is printed first: of printers that lay each sheet on the one before, face up.
bool printsLastFirst();
/// Pixels of the screen per millimetre, when they were checked with a card.
std::optional<double> checkedScreenScale();
/// Whether plans wait as long as it took the maker before, where that is known.
bool preferredOwnTimes();
void prefer(Unit unit);
void prefer(const Paper& paper);
void preferPrinter(const QString& kind);
void preferDark(bool dark);
void preferOwnTimes(bool own);
void preferLastFirst(bool last_first);
void keepScreenScale(double px_mm);

}  // namespace tympan::app
