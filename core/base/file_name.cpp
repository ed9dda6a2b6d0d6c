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

}  // namespace tympan
