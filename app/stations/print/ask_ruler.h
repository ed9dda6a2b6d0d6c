#pragma once
#include <optional>

#include "core/measure/length.h"
#include "core/printer/paper.h"
#include "core/readings/calibration_reading.h"

class QWidget;

namespace tympan::app {

/// Asks what somebody measured on the calibration sheet with a ruler. Throws Error (input) for a paper that
/// has no such sheet.
std::optional<RulerMeasures> askRuler(QWidget* parent, const Paper& paper, Unit unit);

}  // namespace tympan::app
