#pragma once
#include <optional>

#include "core/method/method.h"
#include "core/printer/printer.h"

class QWidget;

namespace tympan::app {

/// Asks what a printer's driver is told for what a method prints on, and which face it prints. The printer
/// with that, or nothing when it was left.
std::optional<Printer> askRecipe(QWidget* parent, Printer printer, Method method);

/// What the driver is told for this carrier; nullptr while nothing was noted.
const DriverRecipe* recipeFor(const Printer& printer, const std::string& carrier);

}  // namespace tympan::app
