#include "core/base/uuid.h"

#include <random>

#include <fmt/format.h>

#include "core/base/sha256.h"

namespace tympan {

namespace {

/// 32 hexadecimal digits with the version and the variant set where RFC 9562 wants them.
std::string written(std::string digits, char version) {
    digits[12] = version;
    digits[16] = "89ab"[static_cast<unsigned char>(digits[16]) % 4];
    return fmt::format("{}-{}-{}-{}-{}", digits.substr(0, 8), digits.substr(8, 4), digits.substr(12, 4),
                       digits.substr(16, 4), digits.substr(20, 12));
}

}  // namespace

std::string newUuid() {
    std::random_device chance;
    std::string digits;
    for (int i = 0; i < 4; ++i) digits += fmt::format("{:08x}", chance());
    return written(std::move(digits), '4');
}

std::string uuidOf(std::string_view text) {
    return written(sha256({reinterpret_cast<const unsigned char*>(text.data()), text.size()}), '8');
}

}  // namespace tympan
