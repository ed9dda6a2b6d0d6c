#pragma once
#include <optional>
#include <vector>

#include "core/measure/length.h"

class QWidget;

namespace tympan::app {

/// Asks for the widths of a size ladder about a picture's present width, in mm.
std::optional<std::vector<double>> askLadder(QWidget* parent, double width_mm, Unit unit);

}  // namespace tympan::app
