#pragma once
#include "core/base/json_reader.h"
#include "core/method/method.h"

namespace tympan {

/// What must be at hand for a step: a tool stays, a supply is used up.
struct Tool {
    enum class Kind { tool, supply };
    std::string id, name;
    Kind kind = Kind::tool;
    bool operator==(const Tool&) const = default;
};
/// "tool", "supply".
std::string_view name(Tool::Kind kind);

/// Reads and checks a list of tools (schema "tympan-tools-1"). Throws Error (input) with the faulty line.
std::vector<Tool> readTools(const JsonText& source);
/// Those that ship with the program.
const std::vector<Tool>& shippedTools();

/// The tool with this id; of one that is not in the catalogue a supply that is called by it: "soft cloth".
Tool toolNamed(const std::string& id);

/// What a step takes, by id: what is spread in it first.
std::vector<std::string> toolsOf(const Step& step);

}  // namespace tympan
