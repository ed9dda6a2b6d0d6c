#pragma once
#include <functional>
#include <nlohmann/json_fwd.hpp>

#include "core/base/json_reader.h"
#include "core/job/work_wishes.h"

namespace tympan {

nlohmann::json toJson(const WorkWishes& wishes);
/// Times and hours among them are read, so that whoever uses them later can. Throws Error (input) naming the
/// line; with `left_out` each wish that cannot be read is told there instead, and stays unsaid.
WorkWishes readWorkWishes(JsonReader reader, const std::function<void(const Error&)>& left_out = {});

}  // namespace tympan
