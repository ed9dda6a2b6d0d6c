#pragma once
#include <nlohmann/json_fwd.hpp>

#include "core/base/text.h"

namespace tympan {

// Texts on their way from the helper to the program, so that what is wrong with a drawing is said in the
// user's language, too.

nlohmann::json toJson(const Text& text);
/// Throws nlohmann's exceptions for what is no text.
Text textFrom(const nlohmann::json& json);

}  // namespace tympan
