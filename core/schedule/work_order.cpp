#include "core/schedule/work_order.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "core/job/landing.h"
#include "core/job/turns.h"
#include "core/job/under_picture.h"
#include "core/measure/outline_operations.h"
#include "core/method/step_json.h"
#include "core/method/variants.h"
#include "core/object/object_json.h"
#include "core/printer/printer_json.h"
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
    made.ordered = printerOf(job, piece).shop;
    made.toner = needsToner(piece.method);
    made.copies = piece.copies;
    made.printed = printed(piece);
    made.area_cm2 = area(inkOnObject(job, piece)) / 100;
    made.size = seenSizeOf(job, piece);
    made.joint = jointOf(piece);
    made.rights = piece.rights;
    made.shop = piece.shop;
    for (const Answer& answer : piece.answers)
        if (answer.taken) made.resolved.push_back(answer.words);
    for (const CareZone& zone : piece.care)
        if (!zone.name.empty()) made.care.push_back(zone.name);
    // What the maker ticks step by step comes after what the variants say.
    for (const Variant* each : takenOf(*piece.method))
        if (each != variantsAbout(*piece.method, each->about).front())
            made.variants.push_back(each->about + ": " + each->name);
    StepUse use = useOf(*piece.method, made.printer);
    made.chosen = std::move(use.chosen);
    made.left_out = std::move(use.left_out);
    for (const std::string& each : of(job.work.chosen, piece.id)) {
        made.chosen.insert(each);
        made.left_out.erase(each);
    }
    made.left_out.merge(of(job.work.left_out, piece.id));
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
        made.edges_cm2 = edgesAreaOf(object);
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

StepUse useOf(const OrderedPiece& piece, const OrderedObject* object) {
    return {piece.printer, object ? object->material : "", piece.chosen, piece.left_out};
}

std::vector<OrderedSheet> sheetsApart(const std::vector<OrderedPiece>& pieces) {
    std::vector<OrderedSheet> sheets;
    for (const OrderedPiece& piece : pieces)
        for (int copy = 1; copy <= piece.printed; ++copy) sheets.push_back({"", {{piece.id, copy, 1}}});
    return sheets;
}

namespace {

/// Gives every sheet a name of its own: that of its piece before "A1" where more than one piece has such a
/// sheet, that of its piece alone where all of it lies on this sheet, and which of equal ones.
void nameApart(std::vector<OrderedSheet>& sheets, const std::vector<OrderedPiece>& pieces) {
    const auto parted = std::count_if(pieces.begin(), pieces.end(),
                                      [](const OrderedPiece& piece) { return !piece.parts.empty(); });
    for (OrderedSheet& sheet : sheets) {
        const OrderedPiece& piece = *withId(pieces, sheet.parts.front().piece);
        if (sheet.parts.size() > 1) continue;
        if (piece.parts.empty() && piece.printed <= 2)
            sheet.label = piece.name;
        else if (!piece.parts.empty() && parted > 1)
            sheet.label = piece.name + " " + sheet.label;
    }
    std::map<std::string, int> known;
    for (OrderedSheet& sheet : sheets)
        if (const int number = ++known[sheet.label]; number > 1) sheet.label += fmt::format(" ({})", number);
}

/// The sheets of an imposition; what a piece's sheets are called goes into the piece.
std::vector<OrderedSheet> sheetsOf(const Imposition& imposition, std::vector<OrderedPiece>& pieces) {
    std::vector<std::map<std::size_t, int>> numbers(pieces.size());  // of a plan's tiles: those with ink
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        const std::vector<Tile>& tiles = imposition.plans[i].tiles;
        for (std::size_t k = 0; k < tiles.size(); ++k) {
            if (tiles[k].bare) continue;
            pieces[i].parts.push_back(tiles[k].label);
            numbers[i][k] = static_cast<int>(pieces[i].parts.size());
        }
        if (pieces[i].parts.size() < 2) pieces[i].parts.clear();
    }
    std::vector<OrderedSheet> sheets;
    for (const Sheet& sheet : imposition.sheets) {
        if (sheet.pass > 1 || sheet.regions.empty()) continue;
        OrderedSheet made;
        made.label = sheet.label;
        made.page = sheet.page;
        for (const PlacedRegion& region : sheet.regions) {
            const auto number =
                region.tile ? numbers[region.print].find(*region.tile) : numbers[region.print].end();
            const SizePx& print = imposition.prints[region.print].size;
            const RectPx& shown = region.region;
            made.parts.push_back({.piece = region.piece,
                                  .copy = region.copy + 1,
                                  .part = number == numbers[region.print].end() ? 1 : number->second,
                                  .at = imposition.grid.mm(region.placed),
                                  .turned_deg = region.rotation_deg,
                                  .shows = {static_cast<double>(shown.x) / print.width,
                                            static_cast<double>(shown.y) / print.height,
                                            static_cast<double>(shown.width) / print.width,
                                            static_cast<double>(shown.height) / print.height}});
        }
        sheets.push_back(std::move(made));
    }
    nameApart(sheets, pieces);
    return sheets;
}

}  // namespace

WorkOrder workOrderOf(const Job& job, const Imposition* imposition,
                      const std::vector<Preparation>& preparations) {
    WorkOrder order;
    order.uuid = job.uuid;
    order.name = job.name;
    order.longest_min = longestStretch(freeHoursOf(job.work));
    for (const Object& object : job.objects) order.objects.push_back(ordered(job, object, preparations));
    for (const Piece& piece : job.pieces) order.pieces.push_back(ordered(job, piece));
    const bool known = imposition && imposition->plans.size() == order.pieces.size();
    if (known) order.sheets = sheetsOf(*imposition, order.pieces);
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

json boxJson(const RectMm& box) { return {box.x, box.y, box.width, box.height}; }

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
               {"pieces", json::array()},
               {"sheets", json::array()}};
    for (const OrderedSheet& sheet : order.sheets) {
        json parts = json::array();
        for (const OrderedSheet::Part& part : sheet.parts)
            parts.push_back({{"piece", part.piece},
                             {"copy", part.copy},
                             {"part", part.part},
                             {"at", boxJson(part.at)},
                             {"turned_deg", part.turned_deg},
                             {"shows", boxJson(part.shows)}});
        value["sheets"].push_back(
            {{"label", sheet.label}, {"page", {sheet.page.width, sheet.page.height}}, {"parts", parts}});
    }
    for (const OrderedObject& object : order.objects) {
        json layers = json::array();
        for (const Layer& layer : object.layers) layers.push_back(toJson(layer));
        value["objects"].push_back({{"id", object.id},
                                    {"name", object.name},
                                    {"material", object.material},
                                    {"area_cm2", object.area_cm2},
                                    {"rims_cm2", object.rims_cm2},
                                    {"edges_cm2", object.edges_cm2},
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
                                   {"care", piece.care},
                                   {"toner", piece.toner},
                                   {"variants", piece.variants},
                                   {"parts", piece.parts},
                                   {"joint", name(piece.joint)},
                                   {"chosen", piece.chosen},
                                   {"left_out", piece.left_out}});
    for (std::size_t i = 0; i < order.pieces.size(); ++i)
        if (const auto& terms = order.pieces[i].ordered) value["pieces"][i]["ordered"] = toJson(*terms);
    return value;
}

namespace {

RectMm readBox(JsonReader& reader, const std::string& field) {
    const std::vector<double> box = reader.numbers(field, -1e6, 1e6, 4);
    if (box.size() < 4) reader.fail(field, Text("must be four numbers"));
    return {box[0], box[1], box[2], box[3]};
}

OrderedSheet readSheet(JsonReader& reader, const WorkOrder& order) {
    OrderedSheet sheet;
    sheet.label = reader.note("label");
    const std::vector<double> page = reader.numbers("page", 0, 1e6, 2);
    if (page.size() == 2) sheet.page = {page[0], page[1]};
    for (JsonReader& entry : reader.objects("parts")) {
        OrderedSheet::Part part;
        part.piece = entry.integer("piece", 1, 1'000'000'000);
        part.copy = entry.integer("copy", 1, 2'000'000);
        part.part = entry.integer("part", 1, 1'000'000);
        part.at = readBox(entry, "at");
        part.turned_deg = entry.number("turned_deg", -1e6, 1e6);
        part.shows = readBox(entry, "shows");
        if (!findPiece(order, part.piece)) entry.fail("piece", Text("is no piece of this work"));
        entry.finish();
        sheet.parts.push_back(part);
    }
    reader.finish();
    return sheet;
}

}  // namespace

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
        object.edges_cm2 = entry.number("edges_cm2", 0, 1e9, 0);
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
        piece.toner = entry.flag("toner", false);
        if (entry.has("ordered")) piece.ordered = readShopTerms(entry.object("ordered"));
        if (entry.has("resolved")) piece.resolved = entry.texts("resolved");
        piece.chosen = setOf(entry, "chosen");
        piece.left_out = setOf(entry, "left_out");
        if (entry.has("care")) piece.care = entry.texts("care");
        if (entry.has("variants")) piece.variants = entry.texts("variants");
        if (entry.has("parts")) piece.parts = entry.texts("parts");
        if (entry.has("joint")) piece.joint = *jointNamed(entry.oneOf("joint", namesOf(joints)));
        entry.finish();
        order.pieces.push_back(std::move(piece));
    }
    if (reader.has("sheets"))
        for (JsonReader& entry : reader.objects("sheets")) order.sheets.push_back(readSheet(entry, order));
    reader.finish();
    return order;
}

}  // namespace tympan
