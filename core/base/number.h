#pragma once
#include <optional>
#include <string_view>

namespace tympan {

/// The number that a text begins with ("12.5mm": 12.5), with a point whatever the user's locale has; `rest`
/// becomes what follows it. Nothing where it begins with none.
std::optional<double> numberAtStart(std::string_view text, std::string_view* rest = nullptr);

}  // namespace tympan
