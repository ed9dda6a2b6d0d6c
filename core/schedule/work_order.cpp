#include "core/schedule/work_order.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include "core/job/landing.h"
#include "core/job/turns.h"
#include "core/job/under_picture.h"
#include "core/measure/outline_operations.h"
#include "core/method/step_json.h"
#include "core/object/object_json.h"
#include "core/time/free_hours.h"

namespace tympan {

namespace {

using nlohmann::json;

template <class List>
auto withId(List& list, int id) {
    const auto found =
        std::find_if(list.begin(), list.end(), [&](const auto& each) { return each.id == id; });
    return found == list.end() ? nullptr : &*found;
}

std::set<std::string> of(const std::map<int, std::set<std::string>>& sets, int id) {
    const auto found = sets.find(id);
    return found == sets.end() ? std::set<std::string>{} : found->second;
}

OrderedPiece ordered(const Job& job, const Piece& piece) {
    OrderedPiece made;
    made.id = piece.id;
    made.name = piece.name;
    made.object = piece.placement.object;
    made.method = piece.method->id;
    made.method_name = piece.method->name;
    made.revision = piece.method->revision;
    made.carrier = piece.method->carrier.name;
    made.printer_name = printerOf(job, piece).name;
    made.mirrored = mirroredInPrint(job, piece) == Mirrored::yes;
    made.steps = piece.method->steps;
    made.printer = printerOf(job, piece).kind;
    made.copies = piece.copies;
    made.printed = printed(piece);
    made.area_cm2 = area(inkOnObject(job, piece)) / 100;
    made.size = seenSizeOf(job, piece);
    made.rights = piece.rights;
    made.shop = piece.shop;
    for (const Answer& answer : piece.answers)
        if (answer.taken) made.resolved.push_back(answer.words);
    made.chosen = of(job.work.chosen, piece.id);
    made.left_out = of(job.work.left_out, piece.id);
    // Ink that is left unsealed on purpose is not asked whether its sealing holds.
    if (made.left_out.contains("spray")) made.left_out.insert({"swab", "swab-coat"});
    return made;
}

OrderedObject ordered(const Job& job, const Object& object, const std::vector<Preparation>& preparations) {
    OrderedObject made;
    made.id = object.id;
    made.name = calledBy(object);
    made.material = object.material.id;
    made.layers = object.layers;
    made.face = object.face;
    made.face_of = object.face_of;
    made.chosen = of(job.work.chosen, object.id);
    made.left_out = of(job.work.left_out, object.id);
    for (const Piece& piece : job.pieces)
        if (piece.placement.object == object.id) made.area_cm2 += area(inkOnObject(job, piece)) / 100;
    if (!object.spot()) {
        Outline bare = plateOf(object);
        made.area_cm2 = area(bare) / 100;
        for (const Piece& piece : job.pieces)
            if (piece.placement.object == object.id) bare = without(bare, inkOnObject(job, piece));
        made.rims_cm2 = area(bare) / 100;
    }
    for (const Preparation& each : preparations) {
        const bool needed = std::any_of(job.pieces.begin(), job.pieces.end(), [&](const Piece& piece) {
            return piece.placement.object == object.id &&
                   isNeeded(each, object.material.id,
                            each.dark && underPicture(job, piece) == UnderPicture::painted, *piece.method);
        });
        if (needed) made.preparation.insert(made.preparation.end(), each.steps.begin(), each.steps.end());
    }
    return made;
}

json stepsJson(const std::vector<Step>& steps) {
    json list = json::array();
    for (const Step& step : steps) list.push_back(toJson(step));
    return list;
}

std::set<std::string> setOf(JsonReader& reader, const std::string& field) {
    const std::vector<std::string> list = reader.texts(field);
    return {list.begin(), list.end()};
}

}  // namespace

WorkOrder workOrderOf(const Job& job, const std::vector<Preparation>& preparations) {
    WorkOrder order;
    order.uuid = job.uuid;
    order.name = job.name;
    order.longest_min = longestStretch(readFreeHours(job.work.hours));
    for (const Object& object : job.objects) order.objects.push_back(ordered(job, object, preparations));
    for (const Piece& piece : job.pieces) order.pieces.push_back(ordered(job, piece));
    return order;
}

const OrderedPiece* findPiece(const WorkOrder& order, int id) { return withId(order.pieces, id); }
const OrderedObject* findObject(const WorkOrder& order, int id) { return withId(order.objects, id); }

bool hasFaces(const WorkOrder& order, const OrderedObject& object) {
    return std::any_of(order.objects.begin(), order.objects.end(), [&](const OrderedObject& each) {
        return each.id != object.id && each.thing() == object.thing();
    });
}

std::string faceName(const WorkOrder& order, const OrderedObject& object) {
    return std::string(name(hasFaces(order, object) ? object.face : Face::front));
}

bool hasFace(const WorkOrder& order, const OrderedObject& object, Face face) {
    return std::any_of(order.objects.begin(), order.objects.end(), [&](const OrderedObject& each) {
        return each.face == face && each.thing() == object.thing();
    });
}

namespace {

json paceJson(const std::map<std::string, double>& pace) {
    json list = json::array();
    for (const auto& [step, factor] : pace) list.push_back({{"step", step}, {"factor", factor}});
    return list;
}

}  // namespace

json toJson(const WorkOrder& order) {
    json value{{"longest_min", order.longest_min},
               {"pace", paceJson(order.pace)},
               {"uuid", order.uuid},
               {"name", order.name},
               {"objects", json::array()},
               {"pieces", json::array()}};
    for (const OrderedObject& object : order.objects) {
        json layers = json::array();
        for (const Layer& layer : object.layers) layers.push_back(toJson(layer));
        value["objects"].push_back({{"id", object.id},
                                    {"name", object.name},
                                    {"material", object.material},
                                    {"area_cm2", object.area_cm2},
                                    {"rims_cm2", object.rims_cm2},
                                    {"preparation", stepsJson(object.preparation)},
                                    {"layers", layers},
                                    {"face", name(object.face)},
                                    {"face_of", object.face_of},
                                    {"chosen", object.chosen},
                                    {"left_out", object.left_out}});
    }
    for (const OrderedPiece& piece : order.pieces)
        value["pieces"].push_back({{"id", piece.id},
                                   {"name", piece.name},
                                   {"object", piece.object},
                                   {"method", piece.method},
                                   {"method_name", piece.method_name},
                                   {"revision", piece.revision},
                                   {"carrier", piece.carrier},
                                   {"printer_name", piece.printer_name},
                                   {"mirrored", piece.mirrored},
                                   {"steps", stepsJson(piece.steps)},
                                   {"printer", id(piece.printer)},
                                   {"copies", piece.copies},
                                   {"printed", piece.printed},
                                   {"area_cm2", piece.area_cm2},
                                   {"width_mm", piece.size.width},
                                   {"height_mm", piece.size.height},
                                   {"rights", piece.rights},
                                   {"shop", piece.shop},
                                   {"resolved", piece.resolved},
                                   {"chosen", piece.chosen},
                                   {"left_out", piece.left_out}});
    return value;
}

WorkOrder readWorkOrder(JsonReader reader) {
    WorkOrder order;
    order.uuid = reader.note("uuid");
    order.name = reader.note("name");
    order.longest_min = reader.number("longest_min", 0, 1e6, order.longest_min);
    if (reader.has("pace"))
        for (JsonReader& entry : reader.objects("pace")) {
            const std::string step = entry.text("step");
            order.pace[step] = entry.number("factor", 0.001, 1000);
            entry.finish();
        }
    for (JsonReader& entry : reader.objects("objects")) {
        OrderedObject object;
        object.id = entry.integer("id", 1, 1'000'000'000);
        object.name = entry.note("name");
        object.material = entry.note("material");
        object.area_cm2 = entry.number("area_cm2", 0, 1e9);
        object.rims_cm2 = entry.number("rims_cm2", 0, 1e9, 0);
        object.preparation = readSteps(entry.objects("preparation"));
        for (JsonReader& layer : entry.objects("layers")) object.layers.push_back(readLayer(layer));
        object.face = readFace(entry);
        object.face_of = entry.integer("face_of", 0, 1'000'000'000, 0);
        object.chosen = setOf(entry, "chosen");
        object.left_out = setOf(entry, "left_out");
        entry.finish();
        order.objects.push_back(std::move(object));
    }
    for (JsonReader& entry : reader.objects("pieces")) {
        OrderedPiece piece;
        piece.id = entry.integer("id", 1, 1'000'000'000);
        piece.name = entry.note("name");
        piece.object = entry.integer("object", 0, 1'000'000'000);
        piece.method = entry.note("method");
        piece.method_name = entry.note("method_name");
        piece.revision = entry.integer("revision", 0, 1'000'000, 0);
        piece.carrier = entry.note("carrier");
        piece.printer_name = entry.note("printer_name");
        piece.mirrored = entry.flag("mirrored", false);
        piece.steps = readSteps(entry.objects("steps"));
        piece.printer = printerKindNamed(entry.oneOf("printer", printerKindNames()));
        piece.copies = entry.integer("copies", 1, 1'000'000);
        piece.printed = entry.integer("printed", 1, 2'000'000);
        piece.area_cm2 = entry.number("area_cm2", 0, 1e9);
        piece.size = {entry.number("width_mm", 0, 1e6, 0), entry.number("height_mm", 0, 1e6, 0)};
        piece.rights = entry.note("rights");
        piece.shop = entry.note("shop");
        if (entry.has("resolved")) piece.resolved = entry.texts("resolved");
        piece.chosen = setOf(entry, "chosen");
        piece.left_out = setOf(entry, "left_out");
        entry.finish();
        order.pieces.push_back(std::move(piece));
    }
    reader.finish();
    return order;
}

}  // namespace tympan
