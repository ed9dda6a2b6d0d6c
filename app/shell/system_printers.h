#pragma once
#include <QString>
#include <QStringList>

#include "core/printer/paper.h"

namespace tympan::app {

/// The names of the printers that the system's print service knows, the usual one first. May take seconds;
/// not for the interface thread. Empty where there is no service.
QStringList systemPrinters();

/// Hands a finished PDF to a printer as it is: one side, no scaling. `paper` helps the printer to choose its
/// tray. Returns an empty text, or why the print service would not take it.
QString printPdf(const QString& printer, const QString& file, const QString& title, const Paper& paper);

}  // namespace tympan::app
