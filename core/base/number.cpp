#include "core/base/number.h"

#include <charconv>

namespace tympan {

std::optional<double> numberAtStart(std::string_view text, std::string_view* rest) {
    if (text.starts_with('+')) text.remove_prefix(1);
    double number = 0;
    const auto [end, failed] = std::from_chars(text.data(), text.data() + text.size(), number);
    if (failed != std::errc{}) return {};
    if (rest) *rest = text.substr(static_cast<std::size_t>(end - text.data()));
    return number;
}

}  // namespace tympan
