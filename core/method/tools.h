#pragma once
#include "core/base/json_reader.h"
#include "core/method/method.h"

namespace tympan {

/// What must be at hand for a step: a tool stays, a supply is used up.
struct Tool {
    enum class Kind { tool, supply };
    /// Where one goes for it: for one trip the list stands by shop. A habit, not a promise.
    enum class Shop { anywhere, art, hardware, stationer, supermarket, transfer };
    std::string id, name;
    Kind kind = Kind::tool;
    Shop shop = Shop::anywhere;
    bool operator==(const Tool&) const = default;
};
/// "tool", "supply".
std::string_view name(Tool::Kind kind);
/// "anywhere", "art", "hardware" …
std::string_view name(Tool::Shop shop);
inline constexpr Tool::Shop tool_shops[] = {Tool::Shop::anywhere,    Tool::Shop::art,
                                            Tool::Shop::hardware,    Tool::Shop::stationer,
                                            Tool::Shop::supermarket, Tool::Shop::transfer};
/// What a maker calls it: "an art shop".
std::string calledBy(Tool::Shop shop);
/// The same things in groups, each with what is got there, in the order of tool_shops and as they were.
std::vector<std::pair<Tool::Shop, std::vector<Tool>>> byShop(const std::vector<Tool>& things);

/// Reads and checks a list of tools (schema "tympan-tools-1"). Throws Error (input) with the faulty line.
std::vector<Tool> readTools(const JsonText& source);
/// Those that ship with the program.
const std::vector<Tool>& shippedTools();

/// The tool with this id; of one that is not in the catalogue a supply that is called by it: "soft cloth".
Tool toolNamed(const std::string& id);

/// What a step takes, by id: what is spread in it first.
std::vector<std::string> toolsOf(const Step& step);

}  // namespace tympan
