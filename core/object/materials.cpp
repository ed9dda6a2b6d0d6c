#include "core/object/materials.h"

#include <fmt/format.h>

#include "core/base/data_folder.h"
#include "core/object/object_json.h"

namespace tympan {

const std::vector<std::string>& textures() {
    static const std::vector<std::string> all{"none",  "wood",  "canvas", "cloth", "slate",
                                              "metal", "glass", "paper",  "cork",  "skin"};
    return all;
}

Rgb8 readColour(JsonReader& reader, const std::string& field) {
    const auto colour = parseColour(reader.text(field));
    if (!colour) reader.fail(field, "must be a colour such as \"#e8dfc8\"");
    return *colour;
}

std::vector<Material> readMaterials(const JsonText& source) {
    const nlohmann::json root = parseJson(source);
    JsonReader reader(source, root, "tympan-materials-1");
    std::vector<Material> materials;
    for (JsonReader& entry : reader.objects("materials")) {
        Material material = readMaterial(entry);
        for (const Material& other : materials)
            if (other.id == material.id) entry.fail("id", fmt::format("\"{}\" is there twice", other.id));
        materials.push_back(std::move(material));
    }
    if (materials.empty()) reader.fail("materials", "must hold at least one material");
    reader.finish();
    return materials;
}

const std::vector<Material>& shippedMaterials() {
    static const std::vector<Material> materials =
        readMaterials(readJsonText(dataFolder() / "materials.json"));
    return materials;
}

const Material& findMaterial(const std::vector<Material>& materials, const std::string& id) {
    std::string ids;
    for (const Material& material : materials) {
        if (material.id == id) return material;
        ids += (ids.empty() ? "" : ", ") + material.id;
    }
    throw Error(Error::Kind::input, "", fmt::format("there is no material \"{}\"", id),
                "choose one of: " + ids);
}

}  // namespace tympan
