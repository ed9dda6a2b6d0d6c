#pragma once
#include "core/base/json_reader.h"
#include "core/method/method.h"

namespace tympan {

/// One method as catalogues and job files have it. Throws Error (input) naming the line.
Method readMethod(JsonReader reader);
nlohmann::json toJson(const Method& method);

/// Parts of one, likewise.
TransferCurve readTransferCurve(JsonReader& reader);
nlohmann::json toJson(const TransferCurve& curve);
SolidLimits readSolidLimits(JsonReader reader);
nlohmann::json toJson(const SolidLimits& solids);

/// SHA-256 of all that a method says, so that what was made by it can be told from what was made by another
/// of the same name.
std::string hashOf(const Method& method);

}  // namespace tympan
