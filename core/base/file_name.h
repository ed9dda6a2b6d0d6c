#pragma once
#include <string>

namespace tympan {

/// A name for a file made from words a person typed: nothing that a file system or a shop's computer could
/// stumble over. Never empty.
std::string fileNameFor(const std::string& words);

}  // namespace tympan
