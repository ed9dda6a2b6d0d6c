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

/// Relative luminance (Rec. 709 primaries) of linear-light components, at the same scale.
inline std::uint16_t luminance(std::uint32_t red, std::uint32_t green, std::uint32_t blue) {
    // 0.2126, 0.7152, 0.0722 in 65536ths; they add up to 65536, so white stays white.
    return static_cast<std::uint16_t>((13933u * red + 46871u * green + 4732u * blue + 32768u) >> 16);
}

}  // namespace tympan
