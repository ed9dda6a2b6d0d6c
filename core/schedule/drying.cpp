#include "core/schedule/drying.h"

#include <algorithm>
#include <cmath>

namespace tympan {

std::string_view name(Air air) { return air == Air::still ? "still" : air == Air::moving ? "moving" : "sun"; }

Air airNamed(std::string_view named) {
    const auto* found =
        std::find_if(std::begin(airs), std::end(airs), [&](Air air) { return name(air) == named; });
    return found == std::end(airs) ? Air::still : *found;
}

double vapourDeficit(double temperature_c, double humidity_percent) {
    const double saturated = 6.112 * std::exp(17.62 * temperature_c / (243.12 + temperature_c));
    return saturated * (1 - humidity_percent / 100);
}

double dryingFactor(const Weather& weather) {
    constexpr double moving = 0.75, sun = 0.75, most = 4;
    const double deficit = vapourDeficit(weather.temperature_c, weather.humidity_percent);
    if (deficit <= 0) return most;
    const double by_air = weather.air == Air::moving ? moving : weather.air == Air::sun ? sun : 1;
    return std::clamp(by_air * vapourDeficit(21, 50) / deficit, 1 / most, most);
}

bool dries(const Weather& weather) { return weather.temperature_c >= 10 && weather.humidity_percent <= 85; }

}  // namespace tympan
