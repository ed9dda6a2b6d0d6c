#include "core/record/logbook.h"

#include <algorithm>
#include <nlohmann/json.hpp>
#include <set>

#include <fmt/format.h>

#include "core/method/troubles.h"
#include "core/record/database.h"
#include "core/record/json_rows.h"
#include "core/record/photographs.h"

namespace tympan {

namespace {

using nlohmann::json;

LogEntry readEntry(const std::string& text) {
    const JsonText source{"entry", text};
    const json root = parseJson(source);
    json rest;
    return readLogEntry(JsonReader::lenient(source, root, rest));
}

/// All words that one may look for.
std::string wordsOf(const LogEntry& entry) {
    std::string words;
    const auto add = [&](const std::string& more) { words += more + "\n"; };
    for (const std::string* each :
         {&entry.job, &entry.name, &entry.method, &entry.method_name, &entry.carrier, &entry.printer,
          &entry.object, &entry.material, &entry.notes, &entry.next.words, &entry.rights, &entry.shop})
        add(*each);
    for (const std::string& each : entry.wrong) add(each);
    for (const std::string& each : entry.variants) add(each);
    for (const std::string& each : entry.troubles)
        if (const Trouble* trouble = findTrouble(each)) add(trouble->name + " " + trouble->fault);
    for (const DrawnFault& fault : entry.faults) add(std::string(name(fault.fault)));
    for (const LaterEvent& event : entry.later) add(std::string(name(event.what)) + " " + event.words);
    for (const DoneStep& step : entry.steps) add(step.words + " " + step.product + " " + step.pressure);
    if (entry.outcome != Outcome::unsaid) add(std::string(name(entry.outcome)));
    return words;
}

/// Every word of it somewhere, as far as it is typed.
std::string matchOf(const std::string& typed) {
    std::string match, word;
    const auto take = [&] {
        if (!word.empty()) match += fmt::format("{}\"{}\"*", match.empty() ? "" : " ", word);
        word.clear();
    };
    for (const char c : typed) {
        const auto byte = static_cast<unsigned char>(c);
        if (std::isalnum(byte) || byte >= 0x80)
            word += c;
        else
            take();
    }
    take();
    return match;
}

Outcome outcomeNamed(const std::string& text) {
    for (const Outcome each : outcomes)
        if (name(each) == text) return each;
    return Outcome::unsaid;
}

}  // namespace

/// A statement that is prepared once and run many times; what it found is let go of when it goes.
class Logbook::Again {
  public:
    Again(const SQLite::Database& record, std::optional<SQLite::Statement>& kept, const char* sql) {
        if (!kept) kept.emplace(record, sql);
        statement_ = &*kept;
    }
    ~Again() { statement_->tryReset(); }
    Again(const Again&) = delete;
    Again& operator=(const Again&) = delete;
    SQLite::Statement* operator->() const { return statement_; }

  private:
    SQLite::Statement* statement_;
};

struct Logbook::Data {
    std::filesystem::path file;
    mutable SQLite::Database record;
    mutable std::optional<SQLite::Statement> insert_entry = {}, insert_words = {}, delete_words = {},
                                             by_id = {};

    /// In how many runs a resolution was taken, and how pieces went with it and without.
    void count(Resolved& resolved, const std::string& method, const std::string& material) const {
        SQLite::Statement each(
            record,
            "SELECT outcome, CASE WHEN run = '' THEN id ELSE run END, "
            "EXISTS (SELECT 1 FROM json_each(entry, '$.resolved') WHERE json_each.value = ?) "
            "FROM entries WHERE method = ? AND material = ?");
        each.bind(1, resolved.next.words);
        each.bind(2, method);
        each.bind(3, material);
        std::set<std::string> runs;
        while (each.executeStep()) {
            const bool took = each.getColumn(2).getInt() != 0;
            add(took ? resolved.with : resolved.without, each.getColumn(0).getString());
            if (took) runs.insert(each.getColumn(1).getString());
        }
        resolved.taken = static_cast<int>(runs.size());
    }

    static void add(Tally& tally, const std::string& outcome) {
        int& of = outcome == name(Outcome::held)       ? tally.held
                  : outcome == name(Outcome::in_parts) ? tally.in_parts
                  : outcome == name(Outcome::spoiled)  ? tally.spoiled
                                                       : tally.unsaid;
        ++of;
    }

    void put(const LogEntry& entry) {
        const LogLine line = lineOf(entry);
        const Again insert(record, insert_entry,
                           "INSERT INTO entries (id, run, job, name, made, method, method_name, "
                           "printer, object, material, printer_kind, "
                           "copies, spoiled, coats, rounds, wait_min, humidity, outcome, medium, entry) "
                           "VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) "
                           "ON CONFLICT (id) DO UPDATE SET run = excluded.run, job = excluded.job, "
                           "name = excluded.name, made = "
                           "excluded.made, method = excluded.method, method_name = "
                           "excluded.method_name, printer = excluded.printer, "
                           "object = excluded.object, material = excluded.material, printer_kind = "
                           "excluded.printer_kind, copies = "
                           "excluded.copies, spoiled = excluded.spoiled, coats = excluded.coats, "
                           "rounds = excluded.rounds, wait_min = "
                           "excluded.wait_min, humidity = excluded.humidity, outcome = "
                           "excluded.outcome, medium = excluded.medium, entry = excluded.entry");
        int at = 0;
        const auto text = [&](const std::string& value) { insert->bind(++at, value); };
        text(line.id);
        text(entry.run);
        text(line.job);
        text(line.name);
        insert->bind(++at, static_cast<std::int64_t>(line.made.time_since_epoch().count()));
        text(line.method);
        text(line.method_name);
        text(line.printer);
        text(line.object);
        text(line.material);
        text(std::string(tympan::id(line.printer_kind)));
        for (const int value : {line.copies, line.spoiled, line.coats, line.rounds})
            insert->bind(++at, value);
        insert->bind(++at, line.wait_min);
        insert->bind(++at, line.humidity_percent);
        text(std::string(name(line.outcome)));
        text(line.medium);
        text(jsonText(toJson(entry)));
        insert->exec();
        forgetWords(line.id);
        const Again words(record, insert_words,
                          "INSERT INTO entry_words (rowid, words) SELECT rowid, ? FROM entries WHERE id = ?");
        words->bind(1, wordsOf(entry));
        words->bind(2, line.id);
        words->exec();
    }
    void forgetWords(const std::string& id) {
        const Again forget(record, delete_words,
                           "DELETE FROM entry_words WHERE rowid = (SELECT rowid FROM entries WHERE id = ?)");
        forget->bind(1, id);
        forget->exec();
    }
    std::optional<LogEntry> find(const std::string& id) const {
        const Again query(record, by_id, "SELECT entry FROM entries WHERE id = ?");
        query->bind(1, id);
        if (!query->executeStep()) return {};
        return readEntry(query->getColumn(0).getString());
    }
};

Logbook::Logbook(const std::filesystem::path& file) : data_(new Data{file, openRecord(file)}) {}
Logbook::~Logbook() = default;

void Logbook::put(const LogEntry& entry) { putAll({entry}); }

void Logbook::putAll(const std::vector<LogEntry>& entries) {
    keeping(data_->file, [&] {
        SQLite::Transaction all(data_->record, SQLite::TransactionBehavior::IMMEDIATE);
        for (const LogEntry& entry : entries) data_->put(entry);
        all.commit();
    });
}

void Logbook::putOfRun(const std::vector<LogEntry>& entries) {
    keeping(data_->file, [&] {
        SQLite::Transaction all(data_->record, SQLite::TransactionBehavior::IMMEDIATE);
        for (LogEntry entry : entries) {
            if (const auto before = data_->find(entry.id)) {
                entry = withSaid(std::move(entry), *before);
                if (entry == *before) continue;
            }
            data_->put(entry);
        }
        all.commit();
    });
}

void Logbook::erase(const std::string& id) {
    std::vector<Photograph> alone;
    try {
        if (const auto entry = find(id)) alone = entry->photographs;
    } catch (const Error&) {
        // One that cannot be read names no photographs.
    }
    keeping(data_->file, [&] {
        SQLite::Transaction all(data_->record, SQLite::TransactionBehavior::IMMEDIATE);
        data_->forgetWords(id);
        for (const char* from :
             {"DELETE FROM pictures WHERE entry = ?", "DELETE FROM entries WHERE id = ?"}) {
            SQLite::Statement erase(data_->record, from);
            erase.bind(1, id);
            erase.exec();
        }
        all.commit();
        // A photograph that another entry has, too, stays.
        for (const Photograph& photograph : alone) {
            SQLite::Statement other(data_->record, "SELECT 1 FROM entries WHERE instr(entry, ?) > 0 LIMIT 1");
            other.bind(1, photograph.sha256);
            std::error_code none;
            if (!other.executeStep())
                std::filesystem::remove(Photographs(data_->file).file(photograph.sha256), none);
        }
    });
}

std::optional<LogEntry> Logbook::find(const std::string& id) const {
    return keeping(data_->file, [&] { return data_->find(id); });
}

std::vector<LogLine> Logbook::lines(const Asked& asked) const {
    return keeping(data_->file, [&] {
        const std::string match = matchOf(asked.words);
        std::string sql =
            "SELECT id, job, name, made, method, method_name, printer, object, material, printer_kind, "
            "copies, spoiled, "
            "coats, rounds, wait_min, humidity, outcome, medium FROM entries WHERE 1";
        std::vector<std::string> bound;
        const auto also = [&](const char* condition, const std::string& value) {
            sql += condition;
            bound.push_back(value);
        };
        if (!match.empty())
            also(" AND rowid IN (SELECT rowid FROM entry_words WHERE entry_words MATCH ?)", match);
        if (!asked.material.empty()) also(" AND material = ?", asked.material);
        if (!asked.method.empty()) also(" AND method = ?", asked.method);
        if (!asked.printer.empty()) also(" AND printer = ?", asked.printer);
        if (asked.outcome) also(" AND outcome = ?", std::string(name(*asked.outcome)));
        if (asked.since)
            also(" AND made >= CAST(? AS INTEGER)", std::to_string(asked.since->time_since_epoch().count()));
        SQLite::Statement query(data_->record, sql + " ORDER BY made DESC, name, id");
        for (std::size_t i = 0; i < bound.size(); ++i) query.bind(static_cast<int>(i) + 1, bound[i]);
        std::vector<LogLine> lines;
        while (query.executeStep()) {
            int at = 0;
            const auto text = [&] { return query.getColumn(at++).getString(); };
            LogLine& line = lines.emplace_back();
            line.id = text();
            line.job = text();
            line.name = text();
            line.made = Moment{std::chrono::seconds{query.getColumn(at++).getInt64()}};
            line.method = text();
            line.method_name = text();
            line.printer = text();
            line.object = text();
            line.material = text();
            line.printer_kind = printerKindNamed(text());
            for (int* each : {&line.copies, &line.spoiled, &line.coats, &line.rounds})
                *each = query.getColumn(at++).getInt();
            line.wait_min = query.getColumn(at++).getDouble();
            line.humidity_percent = query.getColumn(at++).getDouble();
            line.outcome = outcomeNamed(text());
            line.medium = text();
        }
        return lines;
    });
}

int Logbook::each(const std::function<void(const LogEntry&)>& take) const {
    int unread = 0;
    keeping(data_->file, [&] {
        SQLite::Statement query(data_->record, "SELECT entry FROM entries ORDER BY made, name DESC, id DESC");
        while (query.executeStep()) {
            std::optional<LogEntry> entry;
            try {
                entry = readEntry(query.getColumn(0).getString());
            } catch (const Error&) {
                ++unread;
                continue;
            }
            take(*entry);
        }
    });
    return unread;
}

std::vector<LogEntry> Logbook::latest(int most, int* unread) const {
    return keeping(data_->file, [&] {
        std::vector<LogEntry> entries;
        SQLite::Statement query(data_->record,
                                "SELECT entry FROM entries ORDER BY made DESC, name, id LIMIT ?");
        query.bind(1, most);
        while (query.executeStep()) {
            try {
                entries.push_back(readEntry(query.getColumn(0).getString()));
            } catch (const Error&) {
                if (unread) ++*unread;
            }
        }
        return entries;
    });
}

bool Logbook::hasRun(const std::string& run) const {
    return keeping(data_->file, [&] {
        SQLite::Statement query(data_->record, "SELECT 1 FROM entries WHERE run = ? LIMIT 1");
        query.bind(1, run);
        return query.executeStep();
    });
}

int Logbook::count() const {
    return keeping(data_->file,
                   [&] { return data_->record.execAndGet("SELECT COUNT(*) FROM entries").getInt(); });
}

long long Logbook::changes() const {
    return keeping(data_->file, [&]() -> long long {
        return data_->record.execAndGet("SELECT times FROM changes WHERE what = 'logbook'").getInt64();
    });
}

std::vector<Resolved> Logbook::nextTimes(const std::string& method, const std::string& material,
                                         std::size_t most) const {
    return keeping(data_->file, [&] {
        std::vector<Resolved> found;
        SQLite::Statement query(
            data_->record,
            "SELECT id, json_extract(entry, '$.next_time') AS words, made, entry FROM "
            "entries WHERE method = ? "
            "AND material = ? AND json_extract(entry, '$.next_time') <> '' ORDER BY made DESC, id");
        query.bind(1, method);
        query.bind(2, material);
        while (found.size() < most && query.executeStep()) {
            const std::string words = query.getColumn(1).getString();
            if (std::any_of(found.begin(), found.end(),
                            [&](const Resolved& each) { return each.next.words == words; }))
                continue;
            Resolved resolved{query.getColumn(0).getString(),
                              {words},
                              Moment{std::chrono::seconds{query.getColumn(2).getInt64()}},
                              0,
                              {},
                              {}};
            try {
                resolved.next = readEntry(query.getColumn(3).getString()).next;
            } catch (const Error&) {
                // Its words are there all the same.
            }
            data_->count(resolved, method, material);
            found.push_back(std::move(resolved));
        }
        return found;
    });
}

std::vector<std::string> Logbook::values(const std::string& field) const {
    return keeping(data_->file, [&] {
        std::vector<std::string> found;
        for (const char* known : {"material", "method", "printer"}) {
            if (field != known) continue;
            SQLite::Statement query(data_->record, "SELECT " + field + " FROM entries GROUP BY " + field +
                                                       " ORDER BY COUNT(*) DESC, " + field);
            while (query.executeStep()) found.push_back(query.getColumn(0).getString());
        }
        return found;
    });
}

void Logbook::putPicture(const std::string& entry, const std::string& what, const std::string& png) {
    keeping(data_->file, [&] {
        SQLite::Statement put(data_->record,
                              "INSERT OR REPLACE INTO pictures (entry, what, picture) VALUES (?, ?, ?)");
        put.bind(1, entry);
        put.bind(2, what);
        put.bind(3, png.data(), static_cast<int>(png.size()));
        put.exec();
    });
}

std::string Logbook::picture(const std::string& entry, const std::string& what) const {
    return keeping(data_->file, [&] {
        SQLite::Statement query(data_->record, "SELECT picture FROM pictures WHERE entry = ? AND what = ?");
        query.bind(1, entry);
        query.bind(2, what);
        return query.executeStep() ? query.getColumn(0).getString() : std::string();
    });
}

}  // namespace tympan
