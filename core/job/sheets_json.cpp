#include "core/job/sheets_json.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include "core/job/limits.h"
#include "core/printer/printer_json.h"

namespace tympan {

using nlohmann::json;

namespace {

Paper readPaper(JsonReader reader) {
    Paper paper;
    paper.id = reader.text("id");
    paper.name = reader.text("name");
    paper.size = {reader.number("width_mm", limits::paper_mm), reader.number("height_mm", limits::paper_mm)};
    paper.media = reader.note("media");
    reader.finish();
    return paper;
}

}  // namespace

json toJson(const SheetRules& rules) {
    return {{"paper",
             {{"id", rules.paper.id},
              {"name", rules.paper.name},
              {"width_mm", rules.paper.size.width},
              {"height_mm", rules.paper.size.height},
              {"media", rules.paper.media}}},
            {"band_mm", rules.band_mm},
            {"scissor_gap_mm", rules.scissor_gap_mm},
            {"ppi", rules.ppi},
            {"seams", name(rules.seams)},
            {"fewest", rules.fewest},
            {"more_sheets", rules.more_sheets},
            {"overlap_mm", rules.overlap_mm},
            {"turning", name(rules.turning)},
            {"nest_seed", rules.nest_seed},
            {"cut_lines", rules.cut_lines},
            {"corner_marks", rules.corner_marks},
            {"cut_beyond_mm", rules.cut_beyond_mm}};
}

SheetRules readSheetRules(JsonReader& reader) {
    SheetRules rules;
    rules.paper = readPaper(reader.object("paper"));
    rules.band_mm = reader.number("band_mm", limits::band_mm);
    rules.scissor_gap_mm = reader.number("scissor_gap_mm", limits::scissor_gap_mm);
    rules.ppi = reader.number("ppi", limits::ppi);
    // Jobs of before there was a choice had theirs shared out evenly: what was printed stays as it is.
    rules.seams = reader.has("seams") ? *seamMannerNamed(reader.oneOf("seams", namesOf(seam_manners)))
                                      : SeamManner::regular;
    rules.fewest = reader.flag("fewest", false);
    rules.more_sheets = reader.integer("more_sheets", limits::more_sheets, 0);
    rules.overlap_mm = reader.number("overlap_mm", limits::overlap_mm, rules.overlap_mm);
    if (reader.has("turning")) {
        const std::string turning = reader.oneOf("turning", namesOf(turnings));
        rules.turning = *std::find_if(std::begin(turnings), std::end(turnings),
                                      [&](Turning each) { return name(each) == turning; });
    }
    rules.cut_lines = reader.flag("cut_lines", false);
    rules.corner_marks = reader.flag("corner_marks", false);
    rules.cut_beyond_mm = reader.number("cut_beyond_mm", limits::cut_beyond_mm, 0);
    rules.nest_seed = reader.integer("nest_seed", limits::nest_seed, rules.nest_seed);
    return rules;
}

json toJson(const Printer& printer) {
    json value = printerFields(printer);
    value["id"] = printer.id;
    return value;
}

Printer readPrinter(JsonReader reader) {
    const int id = reader.has("id") ? reader.integer("id", limits::id) : 1;
    Printer printer = readPrinterFields(reader);
    printer.id = id;
    reader.finish();
    return printer;
}

Printer readPrinterOfVersion1(JsonReader& sheets) {
    Printer printer;
    printer.margins = evenMargins(sheets.number("margin_mm", limits::margin_mm));
    printer.black_only = sheets.flag("black_only", false);
    printer.mirrors = sheets.flag("printer_mirrors", false);
    return printer;
}

json toJson(const Joining& joining) {
    json value = json::object();
    if (joining.joint) value["joint"] = name(*joining.joint);
    if (joining.parted) value["parted"] = true;
    if (joining.seams)
        value["seams"] = {{"upright", joining.seams->upright},
                          {"width_mm", joining.seams->print.width},
                          {"height_mm", joining.seams->print.height},
                          {"edges_mm", joining.seams->edges_mm},
                          {"bands", json::array()}};
    if (joining.seams)
        for (const std::vector<double>& cuts : joining.seams->cuts_mm)
            value["seams"]["bands"].push_back({{"cuts_mm", cuts}});
    return value;
}

Joining readJoining(JsonReader reader) {
    Joining joining;
    if (reader.has("joint")) joining.joint = jointNamed(reader.oneOf("joint", namesOf(joints)));
    joining.parted = reader.flag("parted", false);
    if (reader.has("seams")) {
        JsonReader entry = reader.object("seams");
        KeptSeams seams;
        seams.upright = entry.flag("upright", false);
        seams.print = {entry.number("width_mm", limits::side_mm), entry.number("height_mm", limits::side_mm)};
        const auto lines = [](JsonReader& from, const std::string& field) {
            std::vector<double> at = from.numbers(field, 0, limits::side_mm.most, limits::most_seams);
            if (!std::is_sorted(at.begin(), at.end())) from.fail(field, Text("must rise"));
            return at;
        };
        seams.edges_mm = lines(entry, "edges_mm");
        for (JsonReader& band : entry.objects("bands")) {
            seams.cuts_mm.push_back(lines(band, "cuts_mm"));
            band.finish();
        }
        if (seams.cuts_mm.size() != seams.edges_mm.size() + 1)
            entry.fail("bands", Text("must be one more than there are edges"));
        entry.finish();
        joining.seams = std::move(seams);
    }
    reader.finish();
    return joining;
}

json toJson(const KeptSheet& sheet) {
    json places = json::array();
    for (const KeptPlace& place : sheet.places)
        places.push_back({{"piece", place.piece},
                          {"copy", place.copy},
                          {"x_mm", place.middle.x},
                          {"y_mm", place.middle.y},
                          {"turn_deg", place.rotation_deg},
                          {"locked", place.locked}});
    return {{"landscape", sheet.landscape}, {"places", std::move(places)}};
}

KeptSheet readKeptSheet(JsonReader reader) {
    KeptSheet sheet;
    sheet.landscape = reader.flag("landscape", false);
    for (JsonReader& entry : reader.objects("places")) {
        KeptPlace place;
        place.piece = entry.integer("piece", limits::id);
        place.copy = entry.integer("copy", limits::copy);
        place.middle = {entry.number("x_mm", limits::on_page_mm), entry.number("y_mm", limits::on_page_mm)};
        place.rotation_deg = entry.number("turn_deg", limits::rotation_deg, 0);
        place.locked = entry.flag("locked", false);
        entry.finish();
        sheet.places.push_back(place);
    }
    reader.finish();
    return sheet;
}

}  // namespace tympan
