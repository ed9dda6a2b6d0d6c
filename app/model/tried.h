#pragma once
#include <QImage>
#include <QString>
#include <vector>

#include "core/printer/tray_check.h"
#include "workshop/print_run.h"

namespace tympan::app {

/// A sheet that a simulated printer printed.
struct TriedSheet {
    QString name;
    /// From the printed side; of one that went through twice, how it looks on the cloth. Null: it jammed.
    QImage picture;
    bool on_cloth = false;
    SizeMm paper;
    std::vector<TrayFault> faults;
};

/// What lies in its tray.
struct Tried {
    QString printer;
    std::vector<TriedSheet> sheets;
    int of = 0;  ///< so many were to be printed: more than lie there when it was stopped
    SimulatedPrinter on;
    workshop::WhichSheets which;
};

}  // namespace tympan::app
