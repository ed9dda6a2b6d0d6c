#pragma once
#include <algorithm>
#include <string>
#include <vector>

#include "core/base/json_reader.h"

namespace tympan {

/// One of some values by its `name`. Throws Error (input) for any other.
template <class Values>
auto readNamed(JsonReader& reader, const std::string& field, const Values& all) {
    std::vector<std::string> names;
    for (const auto each : all) names.emplace_back(name(each));
    const std::string found = reader.oneOf(field, names);
    return all[std::find(names.begin(), names.end(), found) - names.begin()];
}

}  // namespace tympan
