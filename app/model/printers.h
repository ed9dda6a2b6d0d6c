#pragma once
#include <QString>

#include "core/schedule/needs.h"

namespace tympan::app {

/// What a maker may have: "laser", "inkjet", "sublimation", "white-toner", "shop".
QStringList printerChoices();
/// "laser printer", "copy shop": what such a printer is called at first.
QString printerChoiceText(const QString& choice);
/// A printer of that kind, not yet one of a job's.
Printer printerOfChoice(const QString& choice);
/// What a printer is called; one without a name by its kind.
QString printerName(const Printer& printer);

/// What one printer prints on one paper: "the copy shop: one sheet, plain copy paper: Comet".
QString printingText(const Needs::Printing& printing);

}  // namespace tympan::app
