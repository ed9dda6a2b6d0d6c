#include "core/artwork/colour.h"

#include <charconv>
#include <cmath>

#include <fmt/format.h>

namespace tympan {

namespace {

template <class Function>
std::unique_ptr<Table16> tabulate(Function f) {
    auto table = std::make_unique<Table16>();
    for (std::size_t i = 0; i < table->size(); ++i)
        (*table)[i] = static_cast<std::uint16_t>(std::lround(65535 * f(static_cast<double>(i) / 65535)));
    return table;
}

}  // namespace

std::optional<Rgb8> parseColour(std::string_view text) {
    unsigned value = 0;
    if (text.size() != 7 || text.front() != '#') return {};
    const auto [end, failed] = std::from_chars(text.data() + 1, text.data() + 7, value, 16);
    if (failed != std::errc{} || end != text.data() + 7) return {};
    return Rgb8{static_cast<std::uint8_t>(value >> 16), static_cast<std::uint8_t>(value >> 8),
                static_cast<std::uint8_t>(value)};
}

std::string formatColour(const Rgb8& colour) {
    return fmt::format("#{:02x}{:02x}{:02x}", colour.red, colour.green, colour.blue);
}

const Table16& linearOfEncoded() {
    static const auto table =
        tabulate([](double v) { return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); });
    return *table;
}

const Table16& encodedOfLinear() {
    static const auto table =
        tabulate([](double v) { return v <= 0.0031308 ? v * 12.92 : 1.055 * std::pow(v, 1 / 2.4) - 0.055; });
    return *table;
}

}  // namespace tympan
