#pragma once
#include <cstdint>
#include <string>
#include <string_view>

namespace tympan {

/// Bytes packed as zlib does (RFC 1950). `effort`: 1 to 12; 6 is what is usual.
std::string deflated(std::string_view bytes, int effort);

/// The `size` bytes at `to` that were packed. Throws std::logic_error when they were not these.
void inflate(std::string_view packed, void* to, std::size_t size);

/// A check sum (CRC-32, ISO 3309).
std::uint32_t checkSum(std::string_view bytes);

}  // namespace tympan
