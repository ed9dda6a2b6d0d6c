#include "core/record/printings.h"

#include "core/base/error.h"
#include "core/record/database.h"
#include "core/record/json_rows.h"

namespace tympan {

namespace {

namespace fs = std::filesystem;
using nlohmann::json;
constexpr auto earlier_schema = "tympan-printings-1";
constexpr std::size_t most_sheets = 100'000;

std::string textOf(const Printing& printing) {
    json value{{"job", printing.job},     {"title", printing.title}, {"printer", printing.printer},
               {"begun", printing.begun}, {"pass", printing.pass},   {"sheets", printing.sheets}};
    if (printing.missing) value["missing"] = *printing.missing;
    return jsonText(value);
}

Printing readPrinting(JsonReader reader) {
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

/// What the file of an earlier version has. Throws Error (input).
std::vector<Printing> readEarlier(const fs::path& file) {
    const JsonText source = readJsonText(file);
    const json root = parseJson(source);
    json rest;
    JsonReader reader = JsonReader::lenient(source, root, rest);
    if (reader.note("schema") != earlier_schema)
        reader.fail("schema", Text("this is no list of what was printed"));
    std::vector<Printing> all;
    for (JsonReader& each : reader.objects("printings")) all.push_back(readPrinting(each));
    return all;
}

void put(SQLite::Database& record, const Printing& printing, const char* or_else) {
    SQLite::Statement insert(record, fmt::format("INSERT OR {} INTO printings (job, begun, printing) VALUES "
                                                 "(?, ?, ?)",
                                                 or_else));
    insert.bind(1, printing.job);
    insert.bind(2, static_cast<std::int64_t>(printing.begun));
    insert.bind(3, textOf(printing));
    insert.exec();
}

/// Beside the record, so that nothing of it is lost.
void putAside(const fs::path& file, const std::string& as) {
    std::error_code none;
    fs::path aside = file;
    for (int number = 1; number < 1000; ++number) {
        aside.replace_filename(fmt::format("printings-{}-{}.json", as, number));
        if (!fs::exists(aside, none)) break;
    }
    fs::rename(file, aside, none);
}

/// Takes over what an earlier version kept beside the record.
void takeOver(SQLite::Database& record, const fs::path& file) {
    std::error_code none;
    if (!fs::exists(file, none)) return;
    std::vector<Printing> earlier;
    try {
        earlier = readEarlier(file);
    } catch (const Error&) {
        putAside(file, "damaged");
        return;
    }
    SQLite::Transaction all(record);
    for (const Printing& each : earlier) put(record, each, "IGNORE");
    all.commit();
    putAside(file, "moved");
}

}  // namespace

struct Printings::Data {
    SQLite::Database record;
};

Printings::Printings(fs::path record) : file_(record.empty() ? fs::path(":memory:") : std::move(record)) {}
Printings::~Printings() = default;

Printings::Data& Printings::data() const {
    if (!data_) {
        auto opened = std::make_unique<Data>(Data{openRecord(file_)});
        if (file_ != ":memory:")
            keeping(file_, [&] { takeOver(opened->record, file_.parent_path() / "printings.json"); });
        data_ = std::move(opened);
    }
    return *data_;
}

std::vector<Printing> Printings::all() const {
    Data& at = data();
    return keeping(file_, [&] {
        return readableRows(at.record, "SELECT printing FROM printings ORDER BY begun, rowid", "printing",
                            readPrinting);
    });
}

std::vector<Printing> Printings::of(const std::string& job) const {
    Data& at = data();
    return keeping(file_, [&] {
        return readableRows(at.record,
                            "SELECT printing FROM printings WHERE job = ? ORDER BY begun DESC, rowid DESC",
                            "printing", readPrinting, job);
    });
}

void Printings::keep(const Printing& printing) {
    Data& at = data();
    keeping(file_, [&] { put(at.record, printing, "REPLACE"); });
}

}  // namespace tympan
