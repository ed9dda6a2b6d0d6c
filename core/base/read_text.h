#pragma once
#include <filesystem>
#include <string>

namespace tympan {

/// All of a file. Throws Error (input) when it cannot be read.
std::string readText(const std::filesystem::path& file);

}  // namespace tympan
