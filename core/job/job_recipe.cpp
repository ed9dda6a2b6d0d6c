#include "core/job/job_recipe.h"

#include <algorithm>
#include <map>
#include <nlohmann/json.hpp>
#include <set>

#include "core/artwork/read_picture.h"
#include "core/base/json_reader.h"
#include "core/base/uuid.h"
#include "core/job/edits.h"
#include "core/job/piece_json.h"
#include "core/job/sheets_json.h"
#include "core/job/work_wishes_json.h"
#include "core/method/catalogue.h"
#include "core/object/materials.h"
#include "core/object/object_json.h"

namespace tympan {

namespace {

/// `job`: what has been read so far; an object may be another side of one there, by its name.
Object readRecipeObject(JsonReader reader, const Job& job) {
    Object object;
    object.name = reader.text("name");
    object.shape = readShape(reader.object("shape"));
    object.material = findMaterial(shippedMaterials(), reader.id("material"));
    object.ground = reader.has("ground") ? readColour(reader, "ground") : object.material.ground;
    if (reader.has("zones"))
        for (JsonReader& zone : reader.objects("zones")) object.zones.push_back(readZone(zone));
    if (reader.has("layers"))
        for (JsonReader& layer : reader.objects("layers")) object.layers.push_back(readLayer(layer));
    object.face = readFace(reader);
    if (reader.has("face_of")) {
        const std::string of = reader.text("face_of");
        const auto named = std::find_if(job.objects.begin(), job.objects.end(),
                                        [&](const Object& each) { return each.name == of; });
        if (named == job.objects.end()) reader.fail("face_of", Text("names no object before it"));
        object.face_of = named->thing();
    }
    reader.finish();
    return object;
}

/// Pictures by their path: one that many entries name is read once.
using Pictures = std::map<std::filesystem::path, ArtworkPtr>;

/// Adds one entry's piece, on an object of its own or on that of the entry before.
Job withEntry(Job job, JsonReader& entry, const std::filesystem::path& folder, Pictures& pictures) {
    const std::string name = entry.text("name");
    const std::filesystem::path picture = folder / entry.text("picture");
    ArtworkPtr& artwork = pictures[picture];
    if (!artwork) artwork = readPicture(picture);
    SizeMm size{entry.number("width_mm", limits::asked_mm), 0};
    size.height = entry.number("height_mm", limits::side_mm, size.width / artwork->aspect());
    const int copies = entry.integer("copies", limits::copies, 1),
              spares = entry.integer("spares", limits::spares, 0);
    if (entry.has("object")) {
        job = withPiece(std::move(job),
                        {artwork, readRecipeObject(entry.object("object"), job),
                         findMethod(shippedMethods(), entry.id("method")), size, copies, spares});
    } else {
        if (job.pieces.empty()) entry.fail("object", Text("is missing"));
        job = withAnother(std::move(job), job.pieces.back().id, artwork, size);
    }
    const int id = job.pieces.back().id;
    if (entry.has("printer")) {
        const std::string printer = entry.text("printer");
        const auto named = std::find_if(job.printers.begin(), job.printers.end(),
                                        [&](const Printer& each) { return each.name == printer; });
        if (named == job.printers.end()) entry.fail("printer", Text("is not one of the recipe's printers"));
        job = withPrinter(std::move(job), id, named->id);
    }
    if (entry.has("variants"))
        for (const std::string& variant : entry.texts("variants")) try {
                job = withVariant(std::move(job), id, variant);
            } catch (const Error& fault) {
                entry.fail("variants", fault.wrong());
            }
    job = withName(std::move(job), id, name);
    if (entry.has("edge")) job = withEdge(std::move(job), id, readEdge(entry.object("edge")));
    if (entry.has("x_mm") || entry.has("y_mm") || entry.has("turn_deg")) {
        const PointMm at{entry.number("x_mm", limits::place_mm, 0),
                         entry.number("y_mm", limits::place_mm, 0)};
        job = withPlace(std::move(job), id, at, entry.number("turn_deg", limits::rotation_deg, 0));
    }
    if (entry.has("fit")) {
        const Fit fit = entry.oneOf("fit", {"inside", "fill"}) == "fill" ? Fit::fill : Fit::inside;
        job = withFit(std::move(job), id, fit, entry.number("margin_mm", limits::bare_mm, 0));
    }
    entry.finish();
    return job;
}

}  // namespace

Job jobFromRecipe(const std::filesystem::path& file) {
    const JsonText source = readJsonText(file);
    const nlohmann::json root = parseJson(source);
    JsonReader reader(source, root, "tympan-recipe-1");
    Job job;
    job.name = reader.text("name");
    job.sheets.paper = paperNamed(reader.text("paper"));
    job.sheets.more_sheets = reader.integer("more_sheets", limits::more_sheets, 0);
    job.created = static_cast<long long>(reader.number("created", 0, 4e9, 0));
    if (reader.has("printers")) {
        job.printers.clear();
        for (JsonReader& entry : reader.objects("printers")) {
            job.printers.push_back(readPrinter(entry));
            job.printers.back().id = static_cast<int>(job.printers.size());
        }
        if (job.printers.empty()) reader.fail("printers", Text("must be at least one"));
    }
    // The same recipe makes the same job, its identity among the rest.
    job.uuid = uuidOf(source.text);
    Pictures pictures;
    for (JsonReader& entry : reader.objects("pieces"))
        job = withEntry(std::move(job), entry, file.parent_path(), pictures);
    if (reader.has("work")) job.work = readWorkWishes(reader.object("work"));
    reader.finish();
    return job;
}

std::vector<std::string> picturesOfRecipe(const std::filesystem::path& file) {
    const nlohmann::json root = parseJson(readJsonText(file));
    std::set<std::string> named;
    if (root.is_object() && root.contains("pieces") && root["pieces"].is_array())
        for (const nlohmann::json& piece : root["pieces"])
            if (piece.is_object() && piece.contains("picture") && piece["picture"].is_string())
                named.insert((file.parent_path() / piece["picture"].get<std::string>()).string());
    return {named.begin(), named.end()};
}

}  // namespace tympan
