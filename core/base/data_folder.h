#pragma once
#include <filesystem>

namespace tympan {

/// The folder with the catalogue, fonts, icons and demo that ship with the program: $TYMPAN_DATA when set,
/// else ../share/tympan beside the running program, else the source tree it was built from.
std::filesystem::path dataFolder();

/// Where a maker's own record is kept, by the XDG base directories: runs and the logbook.
std::filesystem::path recordFile();

}  // namespace tympan
