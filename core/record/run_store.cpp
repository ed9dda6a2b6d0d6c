#include "core/record/run_store.h"

#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "core/job/work_wishes_json.h"
#include "core/record/database.h"
#include "core/record/json_rows.h"

namespace tympan {

namespace {

using nlohmann::json;

std::string textOf(const RunStart& start) {
    json measured = json::array();
    for (const auto& [step, minutes] : start.measured)
        measured.push_back({{"step", step},
                            {"least_min", minutes.least},
                            {"usual_min", minutes.usual},
                            {"most_min", minutes.most}});
    return jsonText({{"measured", measured},
                     {"at", start.at.time_since_epoch().count()},
                     {"order", toJson(start.order)},
                     {"wishes", toJson(start.wishes)}});
}

RunStart readStart(const std::string& id, const std::string& text, std::vector<Text>& left_out) {
    const JsonText source{"run " + id, text};
    const json root = parseJson(source);
    json rest;
    JsonReader reader = JsonReader::lenient(source, root, rest);
    RunStart start;
    start.id = id;
    start.at = Moment{std::chrono::seconds{static_cast<long long>(reader.number("at", -1e11, 1e12))}};
    start.order = readWorkOrder(reader.object("order"));
    start.wishes = readWorkWishes(reader.object("wishes"),
                                  [&](const Error& error) { left_out.push_back(error.wrong()); });
    if (reader.has("measured"))
        for (JsonReader& entry : reader.objects("measured")) {
            constexpr double year_min = 366.0 * 24 * 60;
            const std::string step = entry.text("step");
            start.measured[step] = {entry.number("least_min", 0, year_min),
                                    entry.number("usual_min", 0, year_min),
                                    entry.number("most_min", 0, year_min), Basis::measured};
            entry.finish();
        }
    reader.finish();
    return start;
}

}  // namespace

struct RunStore::Data {
    std::filesystem::path file;
    mutable SQLite::Database record;

    template <class Work>
    auto tried(Work work) const {
        return keeping(file, work);
    }
    std::vector<std::string> ids(const char* which) const {
        return tried([&] {
            std::vector<std::string> found;
            SQLite::Statement query(record, which);
            while (query.executeStep()) found.push_back(query.getColumn(0).getString());
            return found;
        });
    }
};

RunStore::RunStore(const std::filesystem::path& file) : data_(new Data{file, openRecord(file)}) {}
RunStore::~RunStore() = default;

void RunStore::begin(const RunStart& start, const std::map<int, std::string>& pictures) {
    data_->tried([&] {
        SQLite::Transaction all(data_->record);
        SQLite::Statement insert(data_->record,
                                 "INSERT INTO runs (id, job, name, begun, start) VALUES (?, ?, ?, ?, ?)");
        insert.bind(1, start.id);
        insert.bind(2, start.order.uuid);
        insert.bind(3, start.order.name);
        insert.bind(4, static_cast<std::int64_t>(start.at.time_since_epoch().count()));
        insert.bind(5, textOf(start));
        insert.exec();
        all.commit();
    });
    for (const auto& [piece, picture] : pictures) addPicture(start.id, piece, picture);
}

void RunStore::addPicture(const std::string& run, int piece, const std::string& picture) {
    data_->tried([&] {
        SQLite::Statement add(data_->record,
                              "INSERT OR REPLACE INTO references_ (run, piece, picture) VALUES (?, ?, ?)");
        add.bind(1, run);
        add.bind(2, piece);
        add.bind(3, picture.data(), static_cast<int>(picture.size()));
        add.exec();
    });
}

std::optional<int> RunStore::add(const std::string& run, const Event& event, std::optional<int> after) {
    return data_->tried([&]() -> std::optional<int> {
        // No other program writes between looking and adding.
        SQLite::Transaction all(data_->record, SQLite::TransactionBehavior::IMMEDIATE);
        SQLite::Statement last(data_->record, "SELECT COALESCE(MAX(number), 0) FROM events WHERE run = ?");
        last.bind(1, run);
        last.executeStep();
        const int number = last.getColumn(0).getInt() + 1;
        last.reset();
        if (after && *after + 1 != number) return {};
        SQLite::Statement insert(data_->record, "INSERT INTO events (run, number, event) VALUES (?, ?, ?)");
        insert.bind(1, run);
        insert.bind(2, number);
        insert.bind(3, tympan::textOf(event));
        insert.exec();
        if (event.kind == Event::Kind::ended) {
            SQLite::Statement end(data_->record, "UPDATE runs SET ended = 1 WHERE id = ?");
            end.bind(1, run);
            end.exec();
        }
        all.commit();
        return number;
    });
}

std::vector<std::pair<std::string, int>> RunStore::standing() const {
    return data_->tried([&] {
        std::vector<std::pair<std::string, int>> found;
        SQLite::Statement query(data_->record,
                                "SELECT id, (SELECT COALESCE(MAX(number), 0) FROM events WHERE run = id) "
                                "FROM runs WHERE ended = 0 ORDER BY begun DESC, id");
        while (query.executeStep())
            found.emplace_back(query.getColumn(0).getString(), query.getColumn(1).getInt());
        return found;
    });
}

std::vector<std::string> RunStore::open() const {
    return data_->ids("SELECT id FROM runs WHERE ended = 0 ORDER BY begun DESC, id");
}

std::vector<std::string> RunStore::all() const {
    return data_->ids("SELECT id FROM runs ORDER BY begun DESC, id");
}

WorkRun RunStore::read(const std::string& id) const {
    WorkRun run;
    const std::string start = data_->tried([&] {
        SQLite::Statement query(data_->record, "SELECT start FROM runs WHERE id = ?");
        query.bind(1, id);
        return query.executeStep() ? query.getColumn(0).getString() : std::string();
    });
    if (start.empty())
        throw Error(Error::Kind::input, data_->file.string(), Text("there is no run {id}", {{"id", id}}),
                    Text("choose one that is there"));
    run.start = readStart(id, start, run.left_out);
    for (const std::string& text : data_->tried([&] {
             std::vector<std::string> texts;
             SQLite::Statement query(data_->record, "SELECT event FROM events WHERE run = ? ORDER BY number");
             query.bind(1, id);
             while (query.executeStep()) texts.push_back(query.getColumn(0).getString());
             return texts;
         }))
        try {
            run.events.push_back(readEvent(text));
        } catch (const Error& error) {
            run.left_out.push_back(error.wrong());
        }
    return run;
}

std::string RunStore::picture(const std::string& run, int piece) const {
    return data_->tried([&] {
        SQLite::Statement query(data_->record, "SELECT picture FROM references_ WHERE run = ? AND piece = ?");
        query.bind(1, run);
        query.bind(2, piece);
        return query.executeStep() ? query.getColumn(0).getString() : std::string();
    });
}

}  // namespace tympan
