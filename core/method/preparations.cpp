#include "core/method/preparations.h"

#include <algorithm>

#include "core/base/catalogue.h"
#include "core/base/data_folder.h"
#include "core/method/step_json.h"

namespace tympan {

std::vector<Preparation> readPreparations(const JsonText& source) {
    return readCatalogue(source, {"tympan-preparations-1"}, "preparations", [](JsonReader& entry) {
        Preparation preparation;
        preparation.id = entry.id("id");
        preparation.name = entry.text("name");
        preparation.on = entry.texts("on");
        if (entry.has("ways")) preparation.ways = entry.texts("ways");
        preparation.dark = entry.flag("dark", false);
        preparation.steps = readSteps(entry.objects("steps"));
        entry.finish();
        return preparation;
    });
}

const std::vector<Preparation>& shippedPreparations() {
    static const std::vector<Preparation> all =
        readPreparations(readJsonText(dataFolder() / "preparations.json"));
    return all;
}

bool isNeeded(const Preparation& preparation, const std::string& material, bool painted_pale,
              const Method& method) {
    const auto among = [](const std::vector<std::string>& list, const std::string& one) {
        return std::find(list.begin(), list.end(), one) != list.end();
    };
    return among(preparation.on, material) &&
           (preparation.ways.empty() || among(preparation.ways, method.id)) &&
           (!preparation.dark || painted_pale);
}

}  // namespace tympan
