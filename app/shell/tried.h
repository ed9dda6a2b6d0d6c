#pragma once
#include <QImage>
#include <QString>
#include <vector>

#include "core/printer/tray_check.h"

namespace tympan::app {

/// A sheet that a simulated printer printed.
struct TriedSheet {
    QString name;
    QImage picture;  ///< from the printed side; null for one that jammed
    SizeMm paper;
    std::vector<TrayFault> faults;
};

/// What lies in its tray.
struct Tried {
    QString printer;
    std::vector<TriedSheet> sheets;
};

}  // namespace tympan::app
