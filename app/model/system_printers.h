#pragma once
#include <QString>
#include <QStringList>

#include "core/printer/paper.h"
#include "workshop/print_run.h"

namespace tympan::app {

/// The names of the printers that the system's print service knows, the usual one first. May take seconds;
/// not for the interface thread. Empty where there is no service.
QStringList systemPrinters();

/// What lies in a printer's trays, as it says (PWG 5101.1): "iso_a4_210x297mm". Empty where it does not say.
/// May take seconds; not for the interface thread.
QStringList papersIn(const QString& printer);
/// Whether one of them is this paper, whatever it is called there: its size counts.
bool holds(const QStringList& papers, const Paper& paper);

/// What became of handing something over: the print service's number for it, or why it would not take it.
struct HandedOver {
    int job = 0;
    QString refused;  ///< empty when it was taken
};

/// Hands a finished PDF to a printer as it is: one side, no scaling. `paper` helps the printer to choose its
/// tray.
HandedOver printPdf(const QString& printer, const QString& file, const QString& title, const Paper& paper);

/// May take seconds; not for the interface thread.
workshop::PrintProgress printProgress(const std::string& printer, int job);
/// Asks the service to stop it. What is in the printer still comes out.
void cancelPrint(const std::string& printer, int job);

}  // namespace tympan::app
