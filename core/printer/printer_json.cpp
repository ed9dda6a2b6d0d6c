#include "core/printer/printer_json.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "core/base/data_folder.h"
#include "core/base/file_name.h"
#include "core/base/write_aside.h"

namespace tympan {

namespace {

using nlohmann::json;
namespace fs = std::filesystem;
constexpr auto schema = "tympan-printer-1";
constexpr std::size_t most_steps = 256;

std::vector<std::string> faceNames() {
    std::vector<std::string> names;
    for (const PaperFace face : paper_faces) names.emplace_back(name(face));
    return names;
}

std::optional<PaperFace> readFace(JsonReader& reader) {
    if (!reader.has("prints_face")) return {};
    return reader.oneOf("prints_face", faceNames()) == name(PaperFace::up) ? PaperFace::up : PaperFace::down;
}

std::pair<double, double> readPair(JsonReader& reader, const std::string& field, const Range& range,
                                   double otherwise) {
    if (!reader.has(field)) return {otherwise, otherwise};
    const auto both = reader.numbers(field, range.least, range.most, 2);
    if (both.size() != 2) reader.fail(field, Text("must be two numbers"));
    return {both[0], both[1]};
}

}  // namespace

std::optional<SheetShrink> readShrink(JsonReader& reader) {
    if (!reader.has("shrink_after_first")) return {};
    const auto [x, y] = readPair(reader, "shrink_after_first", limits::sheet_shrink, 1);
    return SheetShrink{x, y};
}

namespace {

bool sameName(const std::string& a, const std::string& b) {
    const auto lower = [](unsigned char c) { return std::tolower(c); };
    return std::equal(a.begin(), a.end(), b.begin(), b.end(), [&](char x, char y) {
        return lower(static_cast<unsigned char>(x)) == lower(static_cast<unsigned char>(y));
    });
}

std::vector<fs::path> profilesIn(const fs::path& folder) {
    std::vector<fs::path> files;
    std::error_code none;
    for (const auto& each : fs::directory_iterator(folder, none))
        if (each.path().extension() == ".json") files.push_back(each.path());
    std::sort(files.begin(), files.end());
    return files;
}

}  // namespace

json toJson(const ShopTerms& terms) {
    json value{{"proofs", terms.proofs}};
    if (terms.lead_h) value["lead_h"] = *terms.lead_h;
    return value;
}

ShopTerms readShopTerms(JsonReader reader) {
    ShopTerms terms;
    terms.proofs = reader.integer("proofs", 0, most_proofs, 0);
    if (reader.has("lead_h")) terms.lead_h = reader.number("lead_h", 0, most_lead_h);
    reader.finish();
    return terms;
}

json printerFields(const Printer& printer) {
    const PageMargins& m = printer.margins;
    json value{{"name", printer.name},
               {"kind", id(printer.kind)},
               {"black_only", printer.black_only},
               {"mirrors", printer.mirrors},
               {"margins_mm", {m.left, m.top, m.right, m.bottom}}};
    if (const Registration& r = printer.registration; !r.exact()) {
        value["scale"] = {r.scale_x, r.scale_y};
        value["skew_deg"] = r.skew_deg;
        value["offset_mm"] = {r.offset.x, r.offset.y};
    }
    if (printer.prints_face) value["prints_face"] = name(*printer.prints_face);
    for (const PrinterTray& tray : printer.trays) {
        json entry{{"name", tray.name}};
        if (tray.prints_face) entry["prints_face"] = name(*tray.prints_face);
        value["trays"].push_back(std::move(entry));
    }
    for (const DriverRecipe& recipe : printer.recipes)
        value["recipes"].push_back({{"carrier", recipe.carrier},
                                    {"media_type", recipe.media_type},
                                    {"quality", recipe.quality},
                                    {"notes", recipe.notes}});
    for (const auto& [asked, laid] : printer.curve) value["curve"].push_back({asked, laid});
    if (!printer.notes.empty()) value["notes"] = printer.notes;
    if (printer.shrink) value["shrink_after_first"] = {printer.shrink->x, printer.shrink->y};
    if (printer.white_beside != PointMm{})
        value["white_beside_mm"] = {printer.white_beside.x, printer.white_beside.y};
    if (printer.white_with_colour) value["white_with_colour"] = true;
    if (printer.shop) value["shop"] = toJson(*printer.shop);
    return value;
}

Printer readPrinterFields(JsonReader& reader) {
    Printer printer;
    printer.name = reader.note("name");
    printer.kind = printerKindNamed(reader.oneOf("kind", printerKindNames()));
    printer.black_only = reader.flag("black_only", false);
    printer.mirrors = reader.flag("mirrors", false);
    if (reader.has("margins_mm")) {
        const std::vector<double> m = reader.numbers("margins_mm", 0, most_margin_mm, 4);
        if (m.size() != 4) reader.fail("margins_mm", Text("must be four numbers: left, top, right, bottom"));
        printer.margins = {m[0], m[1], m[2], m[3]};
    }
    Registration& r = printer.registration;
    std::tie(r.scale_x, r.scale_y) = readPair(reader, "scale", limits::printer_scale, 1);
    r.skew_deg = reader.number("skew_deg", limits::printer_skew_deg, 0);
    std::tie(r.offset.x, r.offset.y) = readPair(reader, "offset_mm", limits::printer_offset_mm, 0);
    printer.prints_face = readFace(reader);
    if (reader.has("trays"))
        for (JsonReader& tray : reader.objects("trays")) {
            printer.trays.push_back({tray.text("name"), readFace(tray)});
            tray.finish();
        }
    if (reader.has("recipes"))
        for (JsonReader& recipe : reader.objects("recipes")) {
            printer.recipes.push_back({recipe.text("carrier"), recipe.note("media_type"),
                                       recipe.note("quality"), recipe.note("notes")});
            recipe.finish();
        }
    for (const std::vector<double>& step : reader.rows("curve", 0, 1, 2, most_steps)) {
        if (!printer.curve.empty() && step[0] <= printer.curve.back().first)
            reader.fail("curve", Text("what is asked must grow from step to step"));
        printer.curve.emplace_back(step[0], step[1]);
    }
    printer.notes = reader.note("notes");
    printer.shrink = readShrink(reader);
    std::tie(printer.white_beside.x, printer.white_beside.y) =
        readPair(reader, "white_beside_mm", limits::printer_offset_mm, 0);
    printer.white_with_colour = reader.flag("white_with_colour", false);
    if (reader.has("shop")) printer.shop = readShopTerms(reader.object("shop"));
    return printer;
}

Printer readProfile(const fs::path& file) {
    const JsonText source = readJsonText(file);
    const json root = parseJson(source);
    json rest;
    JsonReader reader = JsonReader::lenient(source, root, rest);
    if (reader.note("schema") != schema)
        reader.fail("schema", Text("must be \"{schema}\": this is no profile of a printer",
                                   {{"schema", std::string(schema)}}));
    Printer printer = readPrinterFields(reader);
    reader.finish();
    return printer;
}

json profileOf(const Printer& printer) {
    json value = printerFields(printer);
    value["schema"] = schema;
    return value;
}

void writeProfile(const fs::path& file, const Printer& printer) {
    writeText(file, profileOf(printer).dump(2) + "\n");
}

Printer withMeasuresOf(Printer printer, const Printer& kept) {
    printer.registration = kept.registration;
    printer.mirrors = kept.mirrors;
    printer.margins = kept.margins;
    if (kept.prints_face) printer.prints_face = kept.prints_face;
    if (!kept.trays.empty()) printer.trays = kept.trays;
    if (!kept.recipes.empty()) printer.recipes = kept.recipes;
    if (!kept.curve.empty()) printer.curve = kept.curve;
    if (!kept.notes.empty()) printer.notes = kept.notes;
    if (kept.shrink) printer.shrink = kept.shrink, printer.white_beside = kept.white_beside;
    return printer;
}

fs::path keptPrinters() { return recordFile().parent_path() / "printers"; }

std::optional<Printer> keptPrinter(const fs::path& folder, const std::string& wanted) {
    // A damaged one is only in the way when no other has the name.
    std::optional<Error> damaged;
    for (const fs::path& file : profilesIn(folder)) {
        try {
            if (Printer printer = readProfile(file); sameName(printer.name, wanted)) return printer;
        } catch (const Error& error) {
            if (sameName(file.stem().string(), fileNameFor(wanted))) damaged = error;
        }
    }
    if (damaged) throw *damaged;
    return {};
}

std::vector<Printer> allKept(const fs::path& folder) {
    std::vector<Printer> printers;
    for (const fs::path& file : profilesIn(folder)) try {
            printers.push_back(readProfile(file));
        } catch (const Error&) {
            // Said when it is asked for by its name.
        }
    return printers;
}

void keepPrinter(const fs::path& folder, const Printer& printer) {
    std::error_code failed;
    fs::create_directories(folder, failed);
    if (failed)
        throw Error(Error::Kind::output, folder.string(),
                    Text("cannot be made ({reason})", {{"reason", failed.message()}}),
                    Text("look whether the folder above it may be written to"));
    const std::string stem = fileNameFor(printer.name);
    for (int number = 1;; ++number) {
        const fs::path file =
            folder / (number == 1 ? stem + ".json" : fmt::format("{}-{}.json", stem, number));
        if (fs::exists(file, failed)) try {
                if (!sameName(readProfile(file).name, printer.name)) continue;
            } catch (const Error&) {
                continue;  // a damaged one stays
            }
        writeProfile(file, printer);
        return;
    }
}

}  // namespace tympan
