#include "core/record/swabs.h"

#include <algorithm>

#include "core/base/json_named.h"
#include "core/base/uuid.h"
#include "core/record/database.h"
#include "core/record/json_rows.h"

namespace tympan {

namespace {

// The step that adds what swabs asked for before, see withSwabs().
const std::string known_coats = "swab-coats";

int knownCoats(const OrderedPiece& piece) {
    for (const Step& step : piece.steps)
        if (step.id == known_coats) return step.faces.empty() ? 1 : step.faces.front().times;
    return 0;
}

Swabbed answerOf(const Event& event) {
    if (event.kind == Event::Kind::done) return Swabbed::held;
    return event.words == name(Swabbed::trace) ? Swabbed::trace : Swabbed::ran;
}

nlohmann::json toJson(const SwabTest& test) {
    return {{"id", test.id},         {"printer", test.printer},       {"paper", test.paper},
            {"method", test.method}, {"more_coats", test.more_coats}, {"swabbed", name(test.swabbed)},
            {"made", test.made}};
}

SwabTest readSwab(JsonReader reader) {
    SwabTest test;
    test.id = reader.text("id");
    test.printer = reader.note("printer");
    test.paper = reader.note("paper");
    test.method = reader.note("method");
    test.more_coats = reader.integer("more_coats", 0, most_more_coats);
    test.swabbed = readNamed(reader, "swabbed", swabbings);
    test.made = static_cast<long long>(reader.number("made", 0, 6.4e9));
    reader.finish();
    return test;
}

}  // namespace

std::string_view name(Swabbed swabbed) {
    constexpr std::string_view names[] = {"held", "trace", "ran"};
    return names[static_cast<std::size_t>(swabbed)];
}

std::vector<SwabTest> swabsOf(const WorkRun& run) {
    std::vector<std::pair<std::string, SwabTest>> tests;  // each by its task, which may be taken back
    RunState state = stateOf({run.start, {}});
    for (const Event& event : run.events) {
        const Task* task = event.task.empty() ? nullptr : findTask(state, event.task);
        const OrderedPiece* piece = task ? findPiece(state.order, task->piece) : nullptr;
        const bool answered = event.kind == Event::Kind::done || event.kind == Event::Kind::another;
        if (answered || event.kind == Event::Kind::taken_back)
            std::erase_if(tests, [&](const auto& test) { return test.first == event.task; });
        if (piece && task->work == Work::swab && answered)
            tests.push_back({task->id,
                             {uuidOf(run.start.id + "/swab/" + task->id), piece->printer_name, piece->carrier,
                              piece->method, knownCoats(*piece) + task->round.value_or(1) - 1,
                              answerOf(event), event.at.time_since_epoch().count()}});
        apply(state, event);
    }
    std::vector<SwabTest> all;
    for (auto& [task, test] : tests) all.push_back(std::move(test));
    return all;
}

const SwabTest* latestFor(const std::vector<SwabTest>& tests, const std::string& printer,
                          const std::string& paper, const std::string& method) {
    const SwabTest* latest = nullptr;
    for (const SwabTest& test : tests)
        if (test.printer == printer && test.paper == paper && test.method == method &&
            (!latest || test.made > latest->made))
            latest = &test;
    return latest;
}

WorkOrder withSwabs(WorkOrder order, const std::vector<SwabTest>& tests) {
    for (OrderedPiece& piece : order.pieces) {
        const SwabTest* test = latestFor(tests, piece.printer_name, piece.carrier, piece.method);
        const auto swab = std::find_if(piece.steps.begin(), piece.steps.end(),
                                       [](const Step& step) { return step.work == Work::swab; });
        if (!test || swab == piece.steps.end() || !swab->rounds) continue;
        const bool held = test->swabbed == Swabbed::held;
        const auto coat = std::find_if(piece.steps.begin(), swab,
                                       [&](const Step& step) { return step.id == swab->rounds->from; });
        if (held)
            // Neither chosen nor left out by anybody: not needed.
            for (Step* step : {&*coat, &*swab}) step->optional = true;
        if (const int coats = test->more_coats + (held ? 0 : 1); coats > 0) {
            Step known = *coat;
            known.id = known_coats;
            known.optional = false;
            known.faces = {{"print", coats, Basis::measured}};
            coat->after.reset();
            piece.steps.insert(coat, std::move(known));
        }
    }
    return order;
}

struct Swabs::Data {
    std::filesystem::path file;
    mutable SQLite::Database record;

    void put(const std::string& run, const SwabTest& test) {
        SQLite::Statement put(record,
                              "INSERT OR REPLACE INTO swabs (id, run, made, swab) VALUES (?, ?, ?, ?)");
        put.bind(1, test.id);
        put.bind(2, run);
        put.bind(3, static_cast<std::int64_t>(test.made));
        put.bind(4, jsonText(toJson(test)));
        put.exec();
    }
};

Swabs::Swabs(const std::filesystem::path& file) : data_(new Data{file, openRecord(file)}) {}
Swabs::~Swabs() = default;

void Swabs::keep(const SwabTest& test) {
    keeping(data_->file, [&] { data_->put("", test); });
}

void Swabs::keepOf(const std::string& run, const std::vector<SwabTest>& tests) {
    keeping(data_->file, [&] {
        SQLite::Transaction all(data_->record);
        SQLite::Statement before(data_->record, "DELETE FROM swabs WHERE run = ?");
        before.bind(1, run);
        before.exec();
        for (const SwabTest& test : tests) data_->put(run, test);
        all.commit();
    });
}

void Swabs::erase(const std::string& id) {
    keeping(data_->file, [&] {
        SQLite::Statement gone(data_->record, "DELETE FROM swabs WHERE id = ?");
        gone.bind(1, id);
        gone.exec();
    });
}

std::vector<SwabTest> Swabs::all() const {
    return keeping(data_->file, [&] {
        return readableRows(data_->record, "SELECT swab FROM swabs ORDER BY made DESC, rowid DESC",
                            "a swab test", readSwab);
    });
}

}  // namespace tympan
