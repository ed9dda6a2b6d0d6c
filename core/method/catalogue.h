#pragma once
#include "core/base/json_reader.h"
#include "core/method/method.h"

namespace tympan {

/// Reads and checks a method catalogue (schema "tympan-methods-1"). Throws Error (input) with the faulty
/// line.
std::vector<Method> readMethods(const JsonText& source);

/// The catalogue that ships with the program.
const std::vector<Method>& shippedMethods();

/// The method with this id. Throws Error (usage) that lists the ids there are.
const Method& findMethod(const std::vector<Method>& methods, const std::string& id);

}  // namespace tympan
