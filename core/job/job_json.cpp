#include "core/job/job_json.h"

#include <algorithm>
#include <nlohmann/json.hpp>
#include <set>

#include <fmt/format.h>

#include "core/job/faces.h"
#include "core/job/piece_json.h"
#include "core/job/sheets_json.h"
#include "core/job/work_wishes_json.h"
#include "core/object/object_json.h"

namespace tympan {

using nlohmann::json;

std::string entryOf(const Artwork& artwork) {
    const Artwork& came = asItCame(artwork);
    return "artwork/" + came.sha256 + "." + came.format;
}

std::string jsonOf(const Job& job) {
    json root{{"format", "tympan-job"}, {"version", job_version},       {"name", job.name},
              {"unit", sign(job.unit)}, {"sheets", toJson(job.sheets)}, {"created", job.created},
              {"next_id", job.next_id}, {"objects", json::array()},     {"pieces", json::array()}};
    if (!job.uuid.empty()) root["uuid"] = job.uuid;
    for (const Printer& printer : job.printers) root["printers"].push_back(toJson(printer));
    if (job.work != WorkWishes{}) root["work"] = toJson(job.work);
    if (!job.notes.empty()) root["notes"] = job.notes;
    for (const Object& object : job.objects) root["objects"].push_back(toJson(object));
    for (const Piece& piece : job.pieces) root["pieces"].push_back(toJson(piece));
    for (const MatchedSet& set : job.sets)
        root["sets"].push_back({{"pieces", set.pieces},
                                {"tone", set.aspects.tone},
                                {"size", set.aspects.size},
                                {"method", set.aspects.method},
                                {"edge", set.aspects.edge}});
    for (const KeptSheet& sheet : job.kept_sheets) root["kept_sheets"].push_back(toJson(sheet));
    if (job.rest) root = withRest(std::move(root), *job.rest);
    // Words from a file name may be in no known encoding: such letters are replaced, not refused.
    return root.dump(1, ' ', false, json::error_handler_t::replace) + "\n";
}

namespace {

Unit readUnit(JsonReader& reader) {
    const std::string sign = reader.oneOf("unit", {"mm", "cm", "in"});
    return sign == "in" ? Unit::in : sign == "cm" ? Unit::cm : Unit::mm;
}

/// Every id once, and next_id above them all, whatever the file says.
void mendIds(Job& job) {
    int highest = 0;
    for (const Object& object : job.objects) highest = std::max(highest, object.id);
    for (const Piece& piece : job.pieces) highest = std::max(highest, piece.id);
    job.next_id = std::max(job.next_id, highest + 1);
}

}  // namespace

ReadJob readJob(const JsonText& source, const ArtworkSource& artworks) {
    const json root = parseJson(source);
    json rest;
    JsonReader reader = JsonReader::lenient(source, root, rest);
    if (!reader.has("format") || reader.text("format") != "tympan-job")
        throw Error(Error::Kind::input, source.file, Text("it is not a Tympan job"),
                    Text("open a file that Tympan saved"));
    ReadJob read;
    read.later = reader.integer("version", 1, 1'000'000) > job_version;
    Job& job = read.job;
    job.name = reader.note("name");
    job.unit = readUnit(reader);
    job.uuid = reader.note("uuid");
    JsonReader sheets = reader.object("sheets");
    job.sheets = readSheetRules(sheets);
    job.printers.clear();
    if (reader.has("printers")) {
        for (JsonReader& entry : reader.objects("printers")) job.printers.push_back(readPrinter(entry));
        if (job.printers.empty()) reader.fail("printers", Text("must be at least one"));
    } else {
        job.printers.push_back(readPrinterOfVersion1(sheets));
    }
    sheets.finish();
    job.created = static_cast<long long>(reader.number("created", 0, 4e11, 0));
    job.next_id = reader.integer("next_id", 1, 1'000'000'000, 1);
    job.notes = reader.note("notes");
    const auto orNamed = [&](const auto& reading) {
        try {
            reading();
        } catch (const Error& error) {
            if (error.kind() == Error::Kind::stopped) throw;
            read.faults.emplace_back(error.wrong());
        }
    };
    std::set<int> taken;
    for (JsonReader& entry : reader.objects("objects"))
        orNamed([&] {
            Object object = readObject(entry);
            if (!taken.insert(object.id).second) entry.fail("id", Text("must be there once"));
            job.objects.push_back(std::move(object));
        });
    job = withFacesTidy(std::move(job));
    for (JsonReader& entry : reader.objects("pieces"))
        orNamed([&] {
            Piece piece = readPiece(entry, artworks);
            if (!findObject(job, piece.placement.object))
                entry.fail("placement", Text("\"{piece}\" lies on an object that could not be read",
                                             {{"piece", piece.name}}));
            if (!taken.insert(piece.id).second) entry.fail("id", Text("must be there once"));
            job.pieces.push_back(std::move(piece));
        });
    if (reader.has("sets"))
        for (JsonReader& entry : reader.objects("sets"))
            orNamed([&] {
                MatchedSet set;
                for (double piece : entry.numbers("pieces", 1, 1e9, 10'000))
                    if (findPiece(job, static_cast<int>(piece)))
                        set.pieces.push_back(static_cast<int>(piece));
                set.aspects = {entry.flag("tone", true), entry.flag("size", true), entry.flag("method", true),
                               entry.flag("edge", true)};
                entry.finish();
                if (set.pieces.size() > 1) job.sets.push_back(std::move(set));
            });
    if (reader.has("kept_sheets"))
        for (JsonReader& entry : reader.objects("kept_sheets"))
            orNamed([&] { job.kept_sheets.push_back(readKeptSheet(entry)); });
    if (reader.has("work"))
        orNamed([&] {
            job.work = readWorkWishes(reader.object("work"),
                                      [&](const Error& error) { read.faults.emplace_back(error.wrong()); });
        });
    reader.finish();
    mendIds(job);
    if (!rest.empty()) job.rest = std::make_shared<const json>(std::move(rest));
    return read;
}

}  // namespace tympan
