#pragma once
#include "core/base/json_reader.h"
#include "core/method/method.h"

namespace tympan {

/// Reads and checks a method catalogue (schema "tympan-methods-2", or "tympan-methods-1", whose steps have no
/// ids and kinds). Throws Error (input) with the faulty line.
std::vector<Method> readMethods(const JsonText& source);

/// What the ids of a user's own methods begin with.
inline constexpr std::string_view user_prefix = "user:";

struct UserMethods {
    std::vector<Method> methods;
    std::vector<Text> faults;  ///< files that were left out, each with line and reason
};

/// Every *.json of a folder, as catalogues. A faulty file is left out and named; a missing folder holds none.
UserMethods readUserMethods(const std::filesystem::path& folder);
/// Writes one method into a file, for friends. Throws Error (output).
void writeMethodFile(const std::filesystem::path& file, const Method& method);
/// The method of such a file, the first where it has several. Throws Error (input).
Method readMethodFile(const std::filesystem::path& file);
/// Writes one user's method into its own file of the folder, whose path is returned. Throws Error (output).
std::filesystem::path writeUserMethod(const std::filesystem::path& folder, const Method& method);

/// The catalogue that ships with the program.
const std::vector<Method>& shippedMethods();

/// The method with this id. Throws Error (usage) that lists the ids there are.
const Method& findMethod(const std::vector<Method>& methods, const std::string& id);

}  // namespace tympan
