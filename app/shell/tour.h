#pragma once
#include <QString>

namespace tympan::app {

class MainWindow;

/// Goes to every station as a maker would, waits until it is painted sharply, and saves the window as PNG
/// into `folder` (made if need be): for the README's screenshots and for machines without a monitor. Returns
/// the exit status.
int tour(MainWindow& window, const QString& folder);

}  // namespace tympan::app
