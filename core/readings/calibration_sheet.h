#pragma once
#include <filesystem>
#include <string>

#include "core/base/language.h"
#include "core/printer/paper.h"

namespace tympan {

/// Writes the sheet that tells how a printer lays what it is sent, with what to do. It is always sent as it
/// is: what is known of a printer must not enter it. Throws Error (input, output).
void writeCalibration(const Language& say, const std::filesystem::path& file, const std::string& printer,
                      const Paper& paper, long long created);

}  // namespace tympan
