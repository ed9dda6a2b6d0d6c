#include "core/job/picture_json.h"

#include <nlohmann/json.hpp>

namespace tympan {

using nlohmann::json;

namespace {

constexpr std::size_t most_points = 20'000;

json flat(const std::vector<PointMm>& points) {
    json list = json::array();
    for (const PointMm& p : points) list.push_back(p.x), list.push_back(p.y);
    return list;
}

std::vector<PointMm> readPoints(JsonReader& reader, const std::string& field, double least, double most) {
    const std::vector<double> numbers = reader.numbers(field, least, most, 2 * most_points);
    if (numbers.size() % 2 != 0) reader.fail(field, Text("must be pairs of numbers"));
    std::vector<PointMm> points;
    for (std::size_t i = 0; i < numbers.size(); i += 2) points.push_back({numbers[i], numbers[i + 1]});
    return points;
}

CleanUp readCleanUp(JsonReader reader) {
    CleanUp clean;
    clean.even_light = reader.integer("even_light", 0, 100, 0);
    clean.whiten = reader.integer("whiten", 0, 100, 0);
    clean.haze = reader.flag("haze", false);
    clean.specks = reader.number("specks", 0, most_specks, 0);
    clean.folds = reader.flag("folds", false);
    reader.finish();
    return clean;
}

CutOut readCutOut(JsonReader reader) {
    CutOut cut{true, {}};
    if (reader.has("strokes"))
        for (JsonReader& entry : reader.objects("strokes")) {
            Stroke stroke;
            stroke.keep = entry.flag("keep", true);
            stroke.radius = entry.number("radius", 1e-4, 1);
            stroke.points = readPoints(entry, "points", -1, 2);
            entry.finish();
            cut.strokes.push_back(std::move(stroke));
        }
    reader.finish();
    return cut;
}

}  // namespace

json toJson(const PictureEdit& edit) {
    json value = json::object();
    if (edit.page != 1) value["page"] = edit.page;
    if (edit.quarters != 0) value["quarters"] = edit.quarters;
    if (edit.corners) value["corners"] = flat({edit.corners->begin(), edit.corners->end()});
    if (edit.straighten_deg != 0) value["straighten_deg"] = edit.straighten_deg;
    if (!edit.crop.whole())
        value["crop"] = {{"left", edit.crop.x},
                         {"top", edit.crop.y},
                         {"width", edit.crop.width},
                         {"height", edit.crop.height}};
    if (!edit.clean.untouched())
        value["clean"] = {{"even_light", edit.clean.even_light},
                          {"whiten", edit.clean.whiten},
                          {"haze", edit.clean.haze},
                          {"specks", edit.clean.specks},
                          {"folds", edit.clean.folds}};
    if (edit.cut.on) {
        value["cut"] = json::object();
        for (const Stroke& stroke : edit.cut.strokes)
            value["cut"]["strokes"].push_back(
                {{"keep", stroke.keep}, {"radius", stroke.radius}, {"points", flat(stroke.points)}});
    }
    if (edit.clear_paper) value["clear_paper"] = true;
    return value;
}

PictureEdit readPictureEdit(JsonReader reader) {
    PictureEdit edit;
    edit.page = reader.integer("page", 1, 1'000'000, 1);
    edit.quarters = reader.integer("quarters", 0, 3, 0);
    if (reader.has("corners")) {
        const std::vector<PointMm> corners = readPoints(reader, "corners", 0, 1);
        if (corners.size() != 4) reader.fail("corners", Text("must be four points"));
        edit.corners = {corners[0], corners[1], corners[2], corners[3]};
        if (!makeSheet(*edit.corners))
            reader.fail("corners", Text("must be those of a sheet, from its top left clockwise"));
    }
    edit.straighten_deg = reader.number("straighten_deg", -most_straighten_deg, most_straighten_deg, 0);
    if (reader.has("crop")) {
        JsonReader crop = reader.object("crop");
        edit.crop = {crop.number("left", 0, 1 - least_crop), crop.number("top", 0, 1 - least_crop),
                     crop.number("width", least_crop, 1), crop.number("height", least_crop, 1)};
        crop.finish();
    }
    if (reader.has("clean")) edit.clean = readCleanUp(reader.object("clean"));
    if (reader.has("cut")) edit.cut = readCutOut(reader.object("cut"));
    edit.clear_paper = reader.flag("clear_paper", false);
    reader.finish();
    return edit;
}

}  // namespace tympan
