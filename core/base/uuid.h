#pragma once
#include <string>
#include <string_view>

namespace tympan {

// Identities as RFC 9562 has them: "f81d4fae-7dec-41d0-a765-00a0c91e6bf6".

/// One that nobody else has (version 4, from the system's own source of chance).
std::string newUuid();

/// That of a text: always the same (version 8, from its SHA-256).
std::string uuidOf(std::string_view text);

}  // namespace tympan
