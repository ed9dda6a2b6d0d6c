#pragma once
#include <filesystem>
#include <span>
#include <string>

namespace tympan {

/// SHA-256 (FIPS 180-4) of the bytes, as 64 lower-case hexadecimal digits.
std::string sha256(std::span<const unsigned char> bytes);
/// Of a file, without holding it in memory. Throws Error (input).
std::string sha256OfFile(const std::filesystem::path& file);

}  // namespace tympan
