#pragma once
#include "core/base/json_reader.h"
#include "core/object/object.h"

namespace tympan {

/// Reads and checks a list of materials (schema "tympan-materials-1"). Throws Error (input) with the faulty
/// line.
std::vector<Material> readMaterials(const JsonText& source);

/// Those that ship with the program. The first is what is assumed of an object of which nothing is known.
const std::vector<Material>& shippedMaterials();

/// The material with this id. Throws Error (input) that lists the ids there are.
const Material& findMaterial(const std::vector<Material>& materials, const std::string& id);

/// A colour such as "#e8dfc8" in a JSON field.
Rgb8 readColour(JsonReader& reader, const std::string& field);

const std::vector<std::string>& textures();

}  // namespace tympan
