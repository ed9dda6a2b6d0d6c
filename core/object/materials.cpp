#include "core/object/materials.h"

#include "core/base/catalogue.h"
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
    if (!colour) reader.fail(field, Text("must be a colour such as \"#e8dfc8\""));
    return *colour;
}

std::vector<Material> readMaterials(const JsonText& source) {
    return readCatalogue(source, {"tympan-materials-1"}, "materials",
                         [](JsonReader& entry) { return readMaterial(entry); });
}

const std::vector<Material>& shippedMaterials() {
    static const std::vector<Material> materials =
        readMaterials(readJsonText(dataFolder() / "materials.json"));
    return materials;
}

const Material& findMaterial(const std::vector<Material>& materials, const std::string& id) {
    return entryWithId(materials, id, Error::Kind::input, [](const std::string& name) {
        return Text("there is no material \"{id}\"", {{"id", name}});
    });
}

}  // namespace tympan
