#pragma once
#include <filesystem>

namespace tympan {

/// The folder with the catalogue, fonts, icons and demo that ship with the program: $TYMPAN_DATA when set,
/// else ../share/tympan beside the running program, else the source tree it was built from.
std::filesystem::path dataFolder();

}  // namespace tympan
