#include "core/object/common_sizes.h"

#include <nlohmann/json.hpp>

#include "core/base/data_folder.h"

namespace tympan {

std::vector<CommonSize> readCommonSizes(const JsonText& source) {
    const nlohmann::json root = parseJson(source);
    JsonReader reader(source, root, "tympan-sizes-1");
    std::vector<CommonSize> sizes;
    for (JsonReader& entry : reader.objects("sizes")) {
        const Unit unit = entry.oneOf("unit", {"mm", "in"}) == "in" ? Unit::in : Unit::mm;
        const double scale = millimetresIn(unit);
        sizes.push_back(
            {{entry.number("width", 1, 5000) * scale, entry.number("height", 1, 5000) * scale}, unit});
        entry.finish();
    }
    reader.finish();
    return sizes;
}

const std::vector<CommonSize>& shippedCommonSizes() {
    static const std::vector<CommonSize> sizes = readCommonSizes(readJsonText(dataFolder() / "sizes.json"));
    return sizes;
}

}  // namespace tympan
