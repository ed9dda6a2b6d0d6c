#pragma once
#include <optional>
#include <string>
#include <string_view>

namespace tympan {

/// Units in which makers type and read lengths. Everything inside the program is millimetres.
enum class Unit { mm, cm, in };

inline constexpr double mm_per_inch = 25.4;

/// Millimetres in one unit.
double millimetresIn(Unit unit);

/// Reads a length as a maker writes it and returns millimetres: "200mm", "18,7 cm", "7 3/8 in", "2' 3\"",
/// "½\"". A number without a unit is in `bare`. Returns nothing for what is not a length, is negative or is
/// not finite.
std::optional<double> parseLength(std::string_view text, Unit bare);

/// A length for reading: one decimal in mm, two in cm and in; trailing zeros dropped; the unit's sign at the
/// end.
std::string formatLength(double mm, Unit unit);

/// "176 x 226 mm".
std::string formatSize(double width_mm, double height_mm, Unit unit);

/// As formatLength, without the unit's sign.
std::string formatNumber(double mm, Unit unit);

/// "mm", "cm", "in".
std::string_view sign(Unit unit);

}  // namespace tympan
