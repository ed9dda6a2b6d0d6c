#include "core/enlarge/jpeg_strength.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <csetjmp>
#include <cstdio>
#include <limits>
#include <numeric>

#include <jpeglib.h>

namespace tympan {

namespace {

// ITU-T T.81, table K.1: the lightness table that qualities are told by, in rows.
constexpr std::array<int, 64> standard{16, 11, 10, 16, 24,  40,  51,  61,  12, 12, 14, 19, 26,  58,  60,  55,
                                       14, 13, 16, 24, 40,  57,  69,  56,  14, 17, 22, 29, 51,  87,  80,  62,
                                       18, 22, 37, 56, 68,  109, 103, 77,  24, 35, 55, 64, 81,  104, 113, 92,
                                       49, 64, 78, 87, 103, 121, 120, 101, 72, 92, 95, 98, 112, 100, 103, 99};

int scaled(int value, int quality) {
    const int percent = quality < 50 ? 5000 / quality : 200 - 2 * quality;
    return std::clamp((value * percent + 50) / 100, 1, 255);
}

/// The library's own way to fail ends the program; ours leaps back.
struct Failing {
    jpeg_error_mgr standard{};
    std::jmp_buf back{};
};

[[noreturn]] void leap(j_common_ptr info) {
    std::longjmp(reinterpret_cast<Failing*>(info->err)->back, 1);  // NOLINT: as the library asks for
}

/// The lightness table in rows, read without decoding; false when there is none. Nothing that needs a
/// destructor may live here: errors leap over it.
bool readTable(std::span<const unsigned char> file, std::array<int, 64>& table) {
    jpeg_decompress_struct info{};
    Failing failing;
    info.err = jpeg_std_error(&failing.standard);
    failing.standard.error_exit = leap;
    failing.standard.output_message = [](j_common_ptr) {};
    if (setjmp(failing.back) != 0) {  // NOLINT
        jpeg_destroy_decompress(&info);
        return false;
    }
    jpeg_create_decompress(&info);
    jpeg_mem_src(&info, file.data(), file.size());
    const bool read = jpeg_read_header(&info, TRUE) == JPEG_HEADER_OK && info.num_components > 0;
    const JQUANT_TBL* found =
        read ? info.quant_tbl_ptrs[info.comp_info[0].quant_tbl_no & (NUM_QUANT_TBLS - 1)] : nullptr;
    for (std::size_t i = 0; found && i < table.size(); ++i) table[i] = found->quantval[i];
    jpeg_destroy_decompress(&info);
    return found;
}

}  // namespace

std::optional<int> jpegQuality(std::span<const unsigned char> file) {
    std::array<int, 64> table{};
    if (file.size() < 4 || file[0] != 0xff || file[1] != 0xd8 || !readTable(file, table)) return {};
    int best = 0;
    double least = std::numeric_limits<double>::max();
    for (int quality = 1; quality <= 100; ++quality) {
        double off = 0;
        for (std::size_t i = 0; i < table.size(); ++i)
            off += std::abs(std::log(1.0 * std::max(1, table[i]) / scaled(standard[i], quality)));
        if (off < least) least = off, best = quality;
    }
    return best;
}

double strengthOf(std::optional<int> jpeg_quality) {
    return jpeg_quality ? (100 - *jpeg_quality) / 100.0 : 0;
}

}  // namespace tympan
