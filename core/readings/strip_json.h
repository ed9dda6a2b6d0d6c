#pragma once
#include <nlohmann/json_fwd.hpp>

#include "core/readings/strip_reading.h"

namespace tympan {

/// All that was read, in English.
nlohmann::json toJson(const StripReading& reading);

/// What it comes to for a printer, a way of transfer and a material; `now`: seconds since 1970.
MeasuredTransfer measuredBy(const StripReading& reading, const std::string& printer,
                            const std::string& method, const std::string& material, long long now);

}  // namespace tympan
