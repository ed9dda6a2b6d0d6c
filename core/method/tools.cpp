#include "core/method/tools.h"

#include <algorithm>

#include "core/base/catalogue.h"
#include "core/base/data_folder.h"

namespace tympan {

std::string_view name(Tool::Kind kind) { return kind == Tool::Kind::tool ? "tool" : "supply"; }

std::vector<Tool> readTools(const JsonText& source) {
    return readCatalogue(source, {"tympan-tools-1"}, "tools", [](JsonReader& entry) {
        Tool tool{entry.id("id"), entry.text("name")};
        if (entry.oneOf("kind", {"tool", "supply"}) == "supply") tool.kind = Tool::Kind::supply;
        entry.finish();
        return tool;
    });
}

const std::vector<Tool>& shippedTools() {
    static const std::vector<Tool> tools = readTools(readJsonText(dataFolder() / "tools.json"));
    return tools;
}

Tool toolNamed(const std::string& id) {
    for (const Tool& each : shippedTools())
        if (each.id == id) return each;
    Tool unknown{id, id, Tool::Kind::supply};
    std::replace(unknown.name.begin(), unknown.name.end(), '-', ' ');
    return unknown;
}

std::vector<std::string> toolsOf(const Step& step) {
    std::vector<std::string> tools;
    if (step.spreads) tools.push_back(step.spreads->what);
    for (const std::string& each : step.needs)
        if (std::find(tools.begin(), tools.end(), each) == tools.end()) tools.push_back(each);
    return tools;
}

}  // namespace tympan
