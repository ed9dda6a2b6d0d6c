#pragma once
#include "core/base/json_reader.h"
#include "core/object/object.h"

namespace tympan {

// Objects as they stand in job files and recipes. Readers throw Error (input) naming the line.

nlohmann::json toJson(const Outline& outline);
/// `closed`: made tidy where it is not.
Outline readOutline(JsonReader& reader, const std::string& field, bool closed);
nlohmann::json toJson(const Shape& shape);
nlohmann::json toJson(const Material& material);
nlohmann::json toJson(const Object& object);

/// `{"kind": "polygon", "sides": 6, "across_flats_mm": 150}`; outlines as lists of [x, y].
Shape readShape(JsonReader reader);
Material readMaterial(JsonReader reader);
Zone readZone(JsonReader& reader);
nlohmann::json toJson(const Layer& layer);
Layer readLayer(JsonReader& reader);
Face readFace(JsonReader& reader);  ///< its field "face"
Object readObject(JsonReader reader);

}  // namespace tympan
