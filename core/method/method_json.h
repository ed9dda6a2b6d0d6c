#pragma once
#include "core/base/json_reader.h"
#include "core/method/method.h"

namespace tympan {

/// One method as catalogues and job files have it. Throws Error (input) naming the line.
Method readMethod(JsonReader reader);
nlohmann::json toJson(const Method& method);

}  // namespace tympan
