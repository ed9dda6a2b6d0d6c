#include "core/base/sha256.h"

#include <array>
#include <fstream>
#include <memory>
#include <vector>

#include <openssl/evp.h>
#include <openssl/sha.h>

#include "core/base/error.h"

namespace tympan {

namespace {

std::string hexOf(std::span<const unsigned char> sum) {
    static constexpr char digits[] = "0123456789abcdef";
    std::string hex;
    for (unsigned char byte : sum) {
        hex += digits[byte >> 4];
        hex += digits[byte & 15];
    }
    return hex;
}

}  // namespace

std::string sha256(std::span<const unsigned char> bytes) {
    std::array<unsigned char, SHA256_DIGEST_LENGTH> sum{};
    SHA256(bytes.data(), bytes.size(), sum.data());
    return hexOf(sum);
}

std::string sha256OfFile(const std::filesystem::path& file) {
    std::ifstream in(file, std::ios::binary);
    const std::unique_ptr<EVP_MD_CTX, decltype(&EVP_MD_CTX_free)> context(EVP_MD_CTX_new(), &EVP_MD_CTX_free);
    EVP_DigestInit_ex(context.get(), EVP_sha256(), nullptr);
    std::vector<char> block(1 << 20);
    while (in) {
        in.read(block.data(), static_cast<std::streamsize>(block.size()));
        EVP_DigestUpdate(context.get(), block.data(), static_cast<std::size_t>(in.gcount()));
    }
    if (!in.eof())
        throw Error(Error::Kind::input, file.string(), Text("cannot be read"),
                    Text("check that the file is there"));
    std::array<unsigned char, SHA256_DIGEST_LENGTH> sum{};
    EVP_DigestFinal_ex(context.get(), sum.data(), nullptr);
    return hexOf(sum);
}

}  // namespace tympan
