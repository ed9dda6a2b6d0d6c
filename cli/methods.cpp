#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "cli/arguments.h"
#include "cli/say.h"
#include "core/method/catalogue.h"
#include "core/method/method_json.h"
#include "core/method/tools.h"

namespace tympan::cli {

namespace {

nlohmann::ordered_json needsJson(const Step& step) {
    nlohmann::ordered_json needs = nlohmann::ordered_json::array();
    for (const std::string& id : toolsOf(step)) {
        const Tool tool = toolNamed(id);
        needs.push_back({{"id", tool.id}, {"name", tool.name}, {"kind", name(tool.kind)}});
    }
    return needs;
}

nlohmann::ordered_json asJson(const Method& method) {
    nlohmann::ordered_json printers = nlohmann::ordered_json::array();
    for (PrinterKind kind : method.printers) printers.push_back(std::string(id(kind)));
    nlohmann::ordered_json steps = nlohmann::ordered_json::array();
    for (const Step& step : method.steps)
        steps.push_back({{"id", step.id},
                         {"what", step.words},
                         {"hands", needsHands(step) || step.gate},
                         {"typical_min", minutesOf(step.effort, 1, usual_area_cm2).usual +
                                             (step.wait ? step.wait->typical_min : 0)},
                         {"needs", needsJson(step)},
                         {"optional", step.optional || !step.only.empty() || !step.on.empty() ||
                                          !step.not_on.empty() || !step.unless.empty()}});
    nlohmann::ordered_json variants = nlohmann::ordered_json::array();
    for (const Variant& each : method.variants.all)
        variants.push_back({{"id", each.id},
                            {"about", each.about},
                            {"name", each.name},
                            {"suits", each.suits},
                            {"chosen", each.chosen},
                            {"left_out", each.left_out}});
    return {{"id", method.id},
            {"revision", method.revision},
            {"sha256", hashOf(method)},
            {"name", method.name},
            {"summary", method.summary},
            {"turns", turnCount(method)},
            {"mirrored", mirroredBy(method) == Mirrored::yes},
            {"laid_whole", laidInOnePiece(method)},
            {"printers", printers},
            {"steps", steps},
            {"variants", variants},
            {"cautions", method.cautions}};
}

int listMethods(bool json) {
    if (json) {
        nlohmann::ordered_json all;
        all["methods"] = nlohmann::ordered_json::array();
        for (const Method& method : shippedMethods()) all["methods"].push_back(asJson(method));
        print(all.dump(2) + "\n");
        return 0;
    }
    for (const Method& method : shippedMethods())
        print(fmt::format("{:22}{}\n{:22}{}\n", method.id, method.name, "",
                          mirroredBy(method) == Mirrored::yes ? "printed mirrored" : "printed as it reads"));
    return 0;
}

}  // namespace

void addMethods(CommandLine& line) {
    Command command = line.add("methods", "list the transfer methods");
    auto json = std::make_shared<bool>(false);
    command.flag("--json", *json, "one JSON object on standard output");
    command.does([json] { return listMethods(*json); });
}

}  // namespace tympan::cli
