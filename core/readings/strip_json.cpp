#include "core/readings/strip_json.h"

#include <cmath>
#include <nlohmann/json.hpp>

#include "core/base/uuid.h"

namespace tympan {

namespace {

constexpr double coarser_than_all_mm = 1.2;  // not even lines of a millimetre held

double rounded(double value, double per_unit = 1e4) { return std::round(value * per_unit) / per_unit; }

const char* wordOf(SpotReading::Ran ran) {
    return ran == SpotReading::Ran::yes ? "ran" : ran == SpotReading::Ran::trace ? "a trace" : "held";
}

}  // namespace

nlohmann::json toJson(const StripReading& reading) {
    nlohmann::json json{{"shades", nlohmann::json::array()}, {"lines", nlohmann::json::array()},
                        {"solids", nlohmann::json::array()}, {"spots", nlohmann::json::array()},
                        {"backwards", reading.backwards},    {"too_bright", reading.tooBright()},
                        {"too_dark", reading.tooDark()},     {"px_per_mm", rounded(reading.px_per_mm, 100)}};
    const double solid = reading.shades.back().arrives;
    for (const ShadeReading& shade : reading.shades)
        json["shades"].push_back({{"printed", shade.printed},
                                  {"measured", rounded(shade.measured)},
                                  {"arrives", rounded(shade.arrives)},
                                  {"of_solid", solid > 0 ? rounded(shade.arrives / solid) : 0}});
    for (const LineReading& line : reading.lines)
        json["lines"].push_back({{"width_mm", line.width_mm},
                                 {"upright", rounded(line.upright, 100)},
                                 {"level", rounded(line.level, 100)},
                                 {"there", line.there()},
                                 {"sure", line.sure}});
    for (const SolidReading& each : reading.solids)
        json["solids"].push_back({{"printed", each.printed},
                                  {"side_mm", each.side_mm},
                                  {"bare", rounded(each.bare, 1000)},
                                  {"held", each.held()}});
    for (const SpotReading& spot : reading.spots)
        json["spots"].push_back(
            {{"name", spot.name}, {"around", rounded(spot.around, 1000)}, {"ink", wordOf(spot.ran())}});
    if (const auto finest = reading.finestLine()) json["finest_line_mm"] = *finest;
    const SolidLimits limits = reading.solidLimits();
    json["solid_limit"] = limits.ink >= 1
                              ? nlohmann::json{{"held", "all"}}
                              : nlohmann::json{{"ink", limits.ink}, {"width_mm", limits.width_mm}};
    json["ink_limit"] = reading.inkLimit();
    return json;
}

MeasuredTransfer measuredBy(const StripReading& reading, const std::string& printer,
                            const std::string& method, const std::string& material, long long now) {
    MeasuredTransfer measured{newUuid(), printer, method, material, now, reading.curve(), {}, {}};
    measured.curve.material = material;
    measured.finest_line_mm = reading.finestLine().value_or(coarser_than_all_mm);
    measured.solids = reading.solidLimits();
    return measured;
}

}  // namespace tympan
