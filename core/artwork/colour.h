#pragma once
#include <array>
#include <cstdint>
#include <memory>
#include <optional>
#include <string>
#include <string_view>

namespace tympan {

// sRGB (IEC 61966-2-1) at 16 bits: *encoded* is what files and printers mean, *linear* is proportional to
// light.

struct Rgb8 {
    std::uint8_t red = 255, green = 255, blue = 255;
    auto operator<=>(const Rgb8&) const = default;
};

/// "#e8dfc8"; nothing for any other text.
std::optional<Rgb8> parseColour(std::string_view text);
std::string formatColour(const Rgb8& colour);

using Table16 = std::array<std::uint16_t, 65536>;

/// linear light of every encoded value, and back. Both rise and keep 0 and 65535.
const Table16& linearOfEncoded();
const Table16& encodedOfLinear();

/// How much red, green and blue light count in relative luminance (Rec. 709 primaries: 0.2126, 0.7152,
/// 0.0722), in 65536ths; they add up to 65536, so white stays white.
inline constexpr std::array<std::uint32_t, 3> luminance_weights{13933, 46871, 4732};

/// Relative luminance of linear-light components, at the same scale.
inline std::uint16_t luminance(std::uint32_t red, std::uint32_t green, std::uint32_t blue) {
    const auto& [r, g, b] = luminance_weights;
    return static_cast<std::uint16_t>((r * red + g * green + b * blue + 32768u) >> 16);
}

}  // namespace tympan
