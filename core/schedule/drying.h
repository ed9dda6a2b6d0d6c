#pragma once
#include <string_view>

namespace tympan {

enum class Air { still, moving, sun };
std::string_view name(Air air);
inline constexpr Air airs[] = {Air::still, Air::moving, Air::sun};
/// The other way round; anything else is still air.
Air airNamed(std::string_view named);

/// Where something dries.
struct Weather {
    double temperature_c = 21;
    double humidity_percent = 50;
    Air air = Air::still;
    bool operator==(const Weather&) const = default;
};

/// How much water the air can still take up, in hPa: saturation pressure by the Magnus formula (with the
/// constants of the WMO's guide, 2018), less what is there.
double vapourDeficit(double temperature_c, double humidity_percent);

/// How many times as long something dries as at 21 °C and 50 % in still air. Evaporation goes with the
/// deficit (Dalton's law); what wind and sun do is our guess, made to agree with the one pair that makers
/// gave: 2 h in dry sun at 32 °C for 6 to 8 h in a room. An estimate; beyond a fourth and four times not even
/// that.
double dryingFactor(const Weather& weather);

/// Whether media dry at all as they should: not below 10 °C nor above 85 %.
bool dries(const Weather& weather);

}  // namespace tympan
