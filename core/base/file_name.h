#pragma once
#include <string>

namespace tympan {

/// A name for a file made from words a person typed: nothing that a file system or a shop's computer could
/// stumble over. Never empty.
std::string fileNameFor(const std::string& words);

/// The same text with what is no UTF-8 in it replaced by U+FFFD: names of files may be in any encoding.
std::string validUtf8(const std::string& text);

}  // namespace tympan
