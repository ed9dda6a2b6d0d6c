#include "core/method/tools.h"

#include <algorithm>

#include "core/base/catalogue.h"
#include "core/base/data_folder.h"
#include "core/base/json_named.h"
#include "core/base/text.h"

namespace tympan {

std::string_view name(Tool::Kind kind) { return kind == Tool::Kind::tool ? "tool" : "supply"; }

std::string_view name(Tool::Shop shop) {
    constexpr std::string_view names[] = {"anywhere",  "art",         "hardware",
                                          "stationer", "supermarket", "transfer"};
    return names[static_cast<std::size_t>(shop)];
}

std::string calledBy(Tool::Shop shop) {
    switch (shop) {
        case Tool::Shop::art:
            return Source("Art and craft shop").string();
        case Tool::Shop::hardware:
            return Source("Hardware shop").string();
        case Tool::Shop::stationer:
            return Source("Stationer").string();
        case Tool::Shop::supermarket:
            return Source("Supermarket").string();
        case Tool::Shop::transfer:
            return Source("Shop for transfer sheets").string();
        case Tool::Shop::anywhere:
            break;
    }
    return Source("Anywhere").string();
}

std::vector<std::pair<Tool::Shop, std::vector<Tool>>> byShop(const std::vector<Tool>& things) {
    std::vector<std::pair<Tool::Shop, std::vector<Tool>>> groups;
    for (const Tool::Shop shop : tool_shops) {
        std::vector<Tool> there;
        for (const Tool& each : things)
            if (each.shop == shop) there.push_back(each);
        if (!there.empty()) groups.emplace_back(shop, std::move(there));
    }
    return groups;
}

std::vector<Tool> readTools(const JsonText& source) {
    return readCatalogue(source, {"tympan-tools-1"}, "tools", [](JsonReader& entry) {
        Tool tool{entry.id("id"), entry.text("name")};
        if (entry.oneOf("kind", {"tool", "supply"}) == "supply") tool.kind = Tool::Kind::supply;
        if (entry.has("shop")) tool.shop = readNamed(entry, "shop", tool_shops);
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
