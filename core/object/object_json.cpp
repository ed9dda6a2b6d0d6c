#include "core/object/object_json.h"

#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "core/base/json_named.h"
#include "core/measure/outline_operations.h"
#include "core/object/materials.h"

namespace tympan {

using nlohmann::json;

namespace {

constexpr double farthest_mm = 1e5;
constexpr std::size_t most_outline_points = 200'000;

// A ring is a flat list x, y, x, y: half the size of pairs, and read in one go.
json toJson(const Ring& ring) {
    json list = json::array();
    for (const PointMm& p : ring) {
        list.push_back(p.x);
        list.push_back(p.y);
    }
    return list;
}

}  // namespace

json toJson(const Outline& outline) {
    json rings = json::array();
    for (const Ring& ring : outline.rings) rings.push_back({{"points", toJson(ring)}});
    return rings;
}

Outline readOutline(JsonReader& reader, const std::string& field, bool closed) {
    Outline outline;
    for (JsonReader& entry : reader.objects(field)) {
        const std::vector<double> v =
            entry.numbers("points", -farthest_mm, farthest_mm, 2 * most_outline_points);
        if (v.size() % 2 != 0) entry.fail("points", Text("must be pairs of numbers"));
        Ring& ring = outline.rings.emplace_back();
        for (std::size_t i = 0; i < v.size(); i += 2) ring.push_back({v[i], v[i + 1]});
        entry.finish();
    }
    if (!closed) return outline;
    // What we wrote is tidy to a micrometre, and comes back point for point; anything else is made tidy.
    // Rings that cross or run the wrong way enclose another area than they say.
    constexpr double hardly_mm = 0.001;
    Outline tidy = tidied(outline.rings);
    const bool as_said = std::abs(area(tidy) - area(outline)) <= hardly_mm * lengthOfEdges(outline);
    return as_said && !tidy.empty() ? outline : tidy;
}

json toJson(const Shape& shape) {
    json value{{"kind", name(shape.kind)}};
    const auto& list = measuresOf(shape.kind);
    for (std::size_t i = 0; i < list.size(); ++i) value[std::string(list[i].id)] = shape.measures.at(i);
    if (!shape.outline.empty()) {
        value["outline"] = toJson(shape.outline);
    }
    return value;
}

Shape readShape(JsonReader reader) {
    std::vector<std::string> names;
    for (ShapeKind kind : shapeKinds()) names.emplace_back(name(kind));
    const ShapeKind kind = shapeKindNamed(reader.oneOf("kind", names));
    std::vector<double> measures;
    for (const Measure& each : measuresOf(kind))
        measures.push_back(reader.number(std::string(each.id), each.least, each.most, each.usual));
    Shape shape = shapeOf(kind, std::move(measures));
    if (reader.has("outline")) {
        if (kind != ShapeKind::drawn && kind != ShapeKind::plank)
            reader.fail("outline", Text("a {kind} has no drawn outline", {{"kind", name(kind)}}));
        shape.outline = readOutline(reader, "outline", kind == ShapeKind::drawn);
    }
    if (kind == ShapeKind::drawn && shape.outline.empty())
        reader.fail("outline", Text("must enclose something"));
    reader.finish();
    return shape;
}

json toJson(const Material& material) {
    json value{{"id", material.id},
               {"name", material.name},
               {"ground", formatColour(material.ground)},
               {"texture", material.texture}};
    if (material.seen_through) value["seen_through"] = true;
    return value;
}

Material readMaterial(JsonReader reader) {
    Material material;
    material.id = reader.id("id");
    material.name = reader.text("name");
    material.ground = readColour(reader, "ground");
    material.texture = reader.oneOf("texture", textures());
    material.seen_through = reader.flag("seen_through", false);
    reader.finish();
    return material;
}

json toJson(const Filling& filling) {
    return {{"manner", name(filling.manner)},   {"gap_mm", filling.gap_mm},
            {"margin_mm", filling.margin_mm},   {"most_turn_deg", filling.most_turn_deg},
            {"size_range", filling.size_range}, {"seed", filling.seed}};
}

Filling readFilling(JsonReader reader) {
    Filling filling;
    std::vector<std::string> names;
    for (const FillManner each : fill_manners) names.emplace_back(name(each));
    const std::string manner = reader.oneOf("manner", names);
    for (const FillManner each : fill_manners)
        if (name(each) == manner) filling.manner = each;
    filling.gap_mm = reader.number("gap_mm", 0, 1000);
    filling.margin_mm = reader.number("margin_mm", 0, 1000);
    filling.most_turn_deg = reader.number("most_turn_deg", 0, 180);
    filling.size_range = reader.number("size_range", 1, 10);
    filling.seed = reader.integer("seed", 1, 1'000'000);
    reader.finish();
    return filling;
}

json toJson(const Layer& layer) {
    return {{"kind", name(layer.kind)},
            {"when", name(layer.when)},
            {"what", layer.what},
            {"work_min", layer.work_min},
            {"dry_min", layer.dry_min}};
}

json toJson(const Object& object) {
    json value{{"id", object.id},
               {"name", object.name},
               {"shape", toJson(object.shape)},
               {"material", toJson(object.material)},
               {"ground", formatColour(object.ground)}};
    for (const Zone& zone : object.zones) {
        json entry{{"kind", name(zone.kind)}, {"name", zone.name}, {"shape", toJson(zone.shape)},
                   {"x_mm", zone.at.x},       {"y_mm", zone.at.y}, {"colour", formatColour(zone.colour)}};
        value["zones"].push_back(std::move(entry));
    }
    if (object.filling) value["filling"] = toJson(*object.filling);
    for (const Layer& layer : object.layers) value["layers"].push_back(toJson(layer));
    if (object.face != Face::front) value["face"] = name(object.face);
    if (object.face_of != 0) value["face_of"] = object.face_of;
    if (object.thickness_mm > 0) value["thickness_mm"] = object.thickness_mm;
    if (object.one_print) value["one_print"] = true;
    if (!object.notes.empty()) value["notes"] = object.notes;
    return value;
}

Zone readZone(JsonReader& reader) {
    Zone zone;
    zone.kind = readNamed(reader, "kind", zone_kinds);
    zone.name = reader.note("name");
    zone.shape = readShape(reader.object("shape"));
    zone.at = {reader.number("x_mm", -farthest_mm, farthest_mm),
               reader.number("y_mm", -farthest_mm, farthest_mm)};
    if (reader.has("colour")) zone.colour = readColour(reader, "colour");
    reader.finish();
    return zone;
}

Layer readLayer(JsonReader& reader) {
    Layer layer;
    layer.kind = readNamed(reader, "kind", layer_kinds);
    layer.when = reader.has("when") ? readNamed(reader, "when", layer_whens) : usualWhen(layer.kind);
    layer.what = reader.note("what");
    layer.work_min = reader.number("work_min", 0, 1440, 10);
    layer.dry_min = reader.number("dry_min", 0, 44640, 0);
    reader.finish();
    return layer;
}

Face readFace(JsonReader& reader) {
    return reader.has("face") ? readNamed(reader, "face", all_faces) : Face::front;
}

Object readObject(JsonReader reader) {
    Object object;
    object.id = reader.has("id") ? reader.integer("id", 1, 1'000'000'000) : 0;
    object.name = reader.note("name");
    object.shape = readShape(reader.object("shape"));
    object.material = readMaterial(reader.object("material"));
    object.ground = readColour(reader, "ground");
    if (reader.has("zones"))
        for (JsonReader& zone : reader.objects("zones")) object.zones.push_back(readZone(zone));
    if (reader.has("filling")) object.filling = readFilling(reader.object("filling"));
    if (reader.has("layers"))
        for (JsonReader& layer : reader.objects("layers")) object.layers.push_back(readLayer(layer));
    object.face = readFace(reader);
    object.face_of = reader.integer("face_of", 0, 1'000'000'000, 0);
    object.thickness_mm = reader.number("thickness_mm", 0, most_thickness_mm, 0);
    object.one_print = reader.flag("one_print", false);
    // Colours under consideration, in jobs of the first program: nobody ever read them.
    if (reader.has("grounds")) reader.texts("grounds");
    object.notes = reader.note("notes");
    reader.finish();
    return object;
}

}  // namespace tympan
