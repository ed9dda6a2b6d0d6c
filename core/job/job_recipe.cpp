#include "core/job/job_recipe.h"

#include "core/artwork/read_picture.h"
#include "core/base/json_reader.h"
#include "core/job/edits.h"
#include "core/method/catalogue.h"

namespace tympan {

namespace {

Rgb8 readColour(JsonReader& reader, const std::string& field) {
    const std::string text = reader.text(field);
    const auto colour = parseColour(text);
    if (!colour) reader.fail(field, "must be a colour such as \"#e8dfc8\"");
    return *colour;
}

NewPiece readPiece(JsonReader& reader, const std::filesystem::path& folder) {
    NewPiece piece;
    piece.method = findMethod(shippedMethods(), reader.id("method"));
    piece.size.width = reader.number("width_mm", least_size_mm, most_size_mm);
    piece.copies = reader.integer("copies", 1, 999);
    JsonReader object = reader.object("object");
    piece.object.name = object.text("name");
    piece.object.ground = readColour(object, "ground");
    if (object.has("width_mm"))
        piece.object.size = SizeMm{object.number("width_mm", least_size_mm, most_size_mm),
                                   object.number("height_mm", least_size_mm, most_size_mm)};
    object.finish();
    piece.artwork = readPicture(folder / reader.text("picture"));
    piece.size.height = piece.size.width / piece.artwork->aspect();
    return piece;
}

}  // namespace

Job jobFromRecipe(const std::filesystem::path& file) {
    const JsonText source = readJsonText(file);
    const nlohmann::json root = parseJson(source);
    JsonReader reader(source, root, "tympan-recipe-1");
    Job job;
    job.name = reader.text("name");
    job.sheets.paper = paperNamed(reader.text("paper"));
    job.created = static_cast<long long>(reader.number("created", 0, 4e9));
    for (JsonReader& entry : reader.objects("pieces")) {
        const std::string name = entry.text("name");
        job = withPiece(std::move(job), readPiece(entry, file.parent_path()));
        job = withName(std::move(job), job.pieces.back().id, name);
        entry.finish();
    }
    reader.finish();
    return job;
}

}  // namespace tympan
