#pragma once
#include <QString>

namespace tympan::app {

class MainWindow;

// The program without a maker: for scripts/demo on a machine with no display, and for scripts/screenshots.
// Both return an exit status.

/// Shows every station of the window's job once and saves a picture of each into the folder.
int tour(MainWindow& window, const QString& folder);

/// Saves everything that leaves the program into the folder: the sheets, the reference print, the test sheet
/// and the files for a copy shop.
int saveAll(MainWindow& window, const QString& folder);

}  // namespace tympan::app
