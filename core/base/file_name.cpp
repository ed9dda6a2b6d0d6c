#include "core/base/file_name.h"

#include <string_view>

namespace tympan {

std::string fileNameFor(const std::string& words) {
    std::string name;
    for (char c : words) {
        const bool stumbles = std::string_view("/\\:*?\"<>|").find(c) != std::string_view::npos ||
                              static_cast<unsigned char>(c) < ' ';
        name += stumbles ? '-' : c;
    }
    const std::size_t first = name.find_first_not_of(" ."), last = name.find_last_not_of(" .");
    return first == std::string::npos ? "print" : name.substr(first, last - first + 1);
}

std::string validUtf8(const std::string& text) {
    static constexpr std::string_view unknown = "\xef\xbf\xbd";
    std::string valid;
    for (std::size_t i = 0; i < text.size();) {
        const auto at = [&](std::size_t n) { return static_cast<unsigned char>(text[n]); };
        const unsigned char first = at(i);
        const std::size_t length = first < 0x80                    ? 1
                                   : first >= 0xc2 && first < 0xe0 ? 2
                                   : (first & 0xf0) == 0xe0        ? 3
                                   : first >= 0xf0 && first < 0xf5 ? 4
                                                                   : 0;
        bool good = length > 0 && i + length <= text.size();
        for (std::size_t n = 1; good && n < length; ++n) good = (at(i + n) & 0xc0) == 0x80;
        // Longer than need be, halves of pairs, and beyond the last letter (RFC 3629).
        if (good && length == 3)
            good = !(first == 0xe0 && at(i + 1) < 0xa0) && !(first == 0xed && at(i + 1) > 0x9f);
        if (good && length == 4)
            good = !(first == 0xf0 && at(i + 1) < 0x90) && !(first == 0xf4 && at(i + 1) > 0x8f);
        valid += good ? std::string_view(text).substr(i, length) : unknown;
        i += good ? length : 1;
    }
    return valid;
}

}  // namespace tympan
