#include "core/base/deflate.h"

#include <memory>
#include <new>
#include <stdexcept>

#include <libdeflate.h>

namespace tympan {

std::string deflated(std::string_view bytes, int effort) {
    const std::unique_ptr<libdeflate_compressor, decltype(&libdeflate_free_compressor)> packer(
        libdeflate_alloc_compressor(effort), &libdeflate_free_compressor);
    if (!packer) throw std::bad_alloc();
    std::string packed(libdeflate_zlib_compress_bound(packer.get(), bytes.size()), '\0');
    packed.resize(
        libdeflate_zlib_compress(packer.get(), bytes.data(), bytes.size(), packed.data(), packed.size()));
    packed.shrink_to_fit();
    return packed;
}

void inflate(std::string_view packed, void* to, std::size_t size) {
    const std::unique_ptr<libdeflate_decompressor, decltype(&libdeflate_free_decompressor)> opener(
        libdeflate_alloc_decompressor(), &libdeflate_free_decompressor);
    if (!opener) throw std::bad_alloc();
    if (libdeflate_zlib_decompress(opener.get(), packed.data(), packed.size(), to, size, nullptr) !=
        LIBDEFLATE_SUCCESS)
        throw std::logic_error("what was packed here does not unpack");
}

std::uint32_t checkSum(std::string_view bytes) { return libdeflate_crc32(0, bytes.data(), bytes.size()); }

}  // namespace tympan
