#pragma once
#include <filesystem>
#include <string>
#include <vector>

#include "core/job/job.h"

namespace tympan {

/// Makes a job from a recipe: a small JSON file (schema "tympan-recipe-1") that lists pictures beside it with
/// what they go on, how big and how. The demo is one. Throws Error (input) with the faulty line or picture.
Job jobFromRecipe(const std::filesystem::path& file);

/// The pictures that a recipe names, as paths, each once. Throws Error (input) where it is not JSON; what is
/// wrong in it otherwise is left to jobFromRecipe.
std::vector<std::string> picturesOfRecipe(const std::filesystem::path& file);

}  // namespace tympan
