#include "core/record/printings.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include "core/base/error.h"
#include "core/base/json_reader.h"
#include "core/base/write_aside.h"

namespace tympan {

namespace {

using nlohmann::json;
constexpr auto schema = "tympan-printings-1";
constexpr std::size_t most_kept = 1000, most_sheets = 100'000;

json toJson(const Printing& printing) {
    json value{{"job", printing.job},     {"title", printing.title}, {"printer", printing.printer},
               {"begun", printing.begun}, {"pass", printing.pass},   {"sheets", printing.sheets}};
    if (printing.missing) value["missing"] = *printing.missing;
    return value;
}

Printing readPrinting(JsonReader& reader) {
    Printing printing;
    printing.job = reader.note("job");
    printing.title = reader.note("title");
    printing.printer = reader.note("printer");
    printing.begun = static_cast<long long>(reader.number("begun", 0, 1e12));
    printing.pass = reader.integer("pass", 1, 2);
    printing.sheets = reader.texts("sheets");
    if (reader.has("missing")) {
        printing.missing.emplace();
        for (const double number :
             reader.numbers("missing", 1, static_cast<double>(printing.sheets.size()), most_sheets))
            printing.missing->push_back(static_cast<int>(number));
    }
    reader.finish();
    return printing;
}

std::vector<Printing> readAll(const std::filesystem::path& file) {
    const JsonText source = readJsonText(file);
    const json root = parseJson(source);
    json rest;
    JsonReader reader = JsonReader::lenient(source, root, rest);
    if (reader.note("schema") != schema) reader.fail("schema", "this is no list of what was printed");
    std::vector<Printing> all;
    for (JsonReader& each : reader.objects("printings")) all.push_back(readPrinting(each));
    return all;
}

}  // namespace

Printings::Printings(std::filesystem::path file) : file_(std::move(file)) {
    std::error_code none;
    if (!std::filesystem::exists(file_, none)) return;
    try {
        all_ = readAll(file_);
    } catch (const Error&) {
        for (int number = 1; number < 1000; ++number) {
            aside_ = file_;
            aside_.replace_filename(file_.stem().string() + "-damaged-" + std::to_string(number) + ".json");
            if (!std::filesystem::exists(aside_, none)) break;
        }
        std::filesystem::rename(file_, aside_, none);
    }
}

std::vector<Printing> Printings::of(const std::string& job) const {
    std::vector<Printing> found;
    std::copy_if(all_.rbegin(), all_.rend(), std::back_inserter(found),
                 [&](const Printing& each) { return each.job == job; });
    return found;
}

void Printings::keep(const Printing& printing) {
    // Another window may have written to it since.
    std::error_code absent;
    std::vector<Printing> next = all_;
    if (!file_.empty() && std::filesystem::exists(file_, absent)) {
        try {
            next = readAll(file_);
        } catch (const Error&) {
            // What is known here is better than nothing.
        }
    }
    const auto same = std::find_if(next.begin(), next.end(), [&](const Printing& each) {
        return each.job == printing.job && each.begun == printing.begun;
    });
    if (same != next.end())
        *same = printing;
    else
        next.push_back(printing);
    if (next.size() > most_kept) next.erase(next.begin(), next.end() - most_kept);
    json root{{"schema", schema}, {"printings", json::array()}};
    for (const Printing& each : next) root["printings"].push_back(toJson(each));
    if (!file_.empty()) {
        std::error_code none;
        std::filesystem::create_directories(file_.parent_path(), none);
        writeText(file_, root.dump(1, ' ', false, json::error_handler_t::replace) + "\n");
    }
    all_ = std::move(next);
}

}  // namespace tympan
