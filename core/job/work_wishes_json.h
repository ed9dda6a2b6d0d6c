#pragma once
#include <nlohmann/json_fwd.hpp>

#include "core/base/json_reader.h"
#include "core/job/work_wishes.h"

namespace tympan {

nlohmann::json toJson(const WorkWishes& wishes);
/// Throws Error (input) naming the line.
WorkWishes readWorkWishes(JsonReader reader);

}  // namespace tympan
