#include "core/base/sha256.h"

#include <array>

#include <openssl/sha.h>

namespace tympan {

std::string sha256(std::span<const unsigned char> bytes) {
    std::array<unsigned char, SHA256_DIGEST_LENGTH> sum{};
    SHA256(bytes.data(), bytes.size(), sum.data());
    static constexpr char digits[] = "0123456789abcdef";
    std::string hex;
    for (unsigned char byte : sum) {
        hex += digits[byte >> 4];
        hex += digits[byte & 15];
    }
    return hex;
}

}  // namespace tympan
