#include "core/record/read_damaged.h"

#include <functional>
#include <nlohmann/json.hpp>
#include <set>

#include <fmt/format.h>
#include <fmt/ranges.h>

#include "core/base/json_reader.h"
#include "core/record/database.h"
#include "core/record/logbook.h"
#include "core/record/run_store.h"

namespace tympan {

namespace {

namespace fs = std::filesystem;

/// Between two parts of a table that can be walked, rows are asked for one by one, so many at most.
constexpr std::int64_t most_asked = 1'000'000, asked_beyond = 10'000;

/// Every row of a table that can be read: from its begin as far as it goes, from its end, and what lies
/// between row by row. False where something could not be reached.
bool eachRow(SQLite::Database& damaged, const std::string& columns, const std::string& table,
             const std::function<void(SQLite::Statement&)>& take) {
    std::set<std::int64_t> taken;
    const auto walked = [&](const char* order) {
        try {
            SQLite::Statement query(
                damaged, fmt::format("SELECT rowid, {} FROM {} ORDER BY rowid {}", columns, table, order));
            while (query.executeStep()) {
                if (!taken.insert(query.getColumn(0).getInt64()).second) return true;
                take(query);
            }
            return true;
        } catch (const SQLite::Exception&) {
            return false;
        }
    };
    if (walked("ASC")) return true;
    const std::int64_t first = taken.empty() ? 0 : *taken.rbegin();
    const bool none_before = taken.empty();
    walked("DESC");
    const auto above = none_before ? taken.begin() : taken.upper_bound(first);
    const std::int64_t last = above == taken.end() ? first + asked_beyond : *above;
    for (std::int64_t row = first + 1; row < std::min(last, first + most_asked); ++row) {
        try {
            SQLite::Statement query(damaged,
                                    fmt::format("SELECT rowid, {} FROM {} WHERE rowid = ?", columns, table));
            query.bind(1, row);
            if (query.executeStep()) {
                taken.insert(row);
                take(query);
            }
        } catch (const SQLite::Exception&) {
            // That one lies in what is damaged.
        }
    }
    return false;
}

/// A row of the damaged record as it is, into the new one.
int copyRow(SQLite::Database& fresh, const std::string& sql, SQLite::Statement& from) {
    SQLite::Statement insert(fresh, sql);
    for (int i = 1; i < from.getColumnCount(); ++i) {
        const SQLite::Column column = from.getColumn(i);
        if (column.isInteger())
            insert.bind(i, column.getInt64());
        else if (column.isBlob())
            insert.bind(i, column.getBlob(), column.getBytes());
        else
            insert.bind(i, column.getString());
    }
    return insert.exec();
}

/// Runs whose bytes are there and their sense is not are left out; how many.
int withoutNonsense(SQLite::Database& fresh, const fs::path& file, int& events_unread) {
    const RunStore runs(file);
    const auto without = [&](const char* sql, const std::string& id) {
        SQLite::Statement gone(fresh, sql);
        gone.bind(1, id);
        gone.exec();
    };
    int left_out = 0;
    for (const std::string& id : runs.all()) {
        try {
            events_unread += static_cast<int>(runs.read(id).left_out.size());
            continue;
        } catch (const Error&) {
            ++left_out;
        }
        for (const char* sql : {"DELETE FROM events WHERE run = ?", "DELETE FROM references_ WHERE run = ?",
                                "DELETE FROM runs WHERE id = ?"})
            without(sql, id);
    }
    return left_out;
}

struct Table {
    const char* name;
    std::vector<std::string> columns;
};
const Table of_runs[] = {{"runs", {"id", "job", "name", "begun", "start", "ended"}},
                         {"events", {"run", "number", "event"}},
                         {"references_", {"run", "piece", "picture"}}};
const Table of_the_rest[] = {{"pictures", {"entry", "what", "picture"}},
                             {"strips", {"id", "printer", "method", "material", "made", "strip", "picture"}},
                             {"supplies", {"id", "supply"}},
                             {"swabs", {"id", "run", "made", "swab"}},
                             {"proofs", {"id", "job", "piece", "shop", "made", "proof", "picture"}},
                             {"printings", {"job", "begun", "printing"}}};

}  // namespace

MendedRecord readOutOfDamaged(const fs::path& damaged_file, const fs::path& fresh_file) {
    MendedRecord mended;
    SQLite::Database fresh = openRecord(fresh_file);
    // What is against the new record ends the copying; what is against the damaged one is expected.
    const auto writing = [&](auto work) {
        try {
            return work();
        } catch (const SQLite::Exception& fault) {
            throw recordError(fresh_file, Text("the record cannot be mended"), fault);
        }
    };
    std::optional<SQLite::Database> damaged;
    try {
        damaged.emplace(damaged_file.string(), SQLite::OPEN_READWRITE);
        mended.cut_short = damaged->execAndGet("SELECT count(*) FROM sqlite_master").getInt() == 0;
    } catch (const SQLite::Exception&) {
        mended.cut_short = true;  // no record at all: the new one begins empty
        return mended;
    }
    const auto copyTable = [&](const Table& table) {
        const std::string columns = fmt::format("{}", fmt::join(table.columns, ", "));
        const std::string sql =
            fmt::format("INSERT OR IGNORE INTO {} ({}) VALUES ({})", table.name, columns,
                        fmt::join(std::vector<const char*>(table.columns.size(), "?"), ", "));
        int copied = 0;
        const bool whole = eachRow(*damaged, columns, table.name, [&](SQLite::Statement& row) {
            copied += writing([&] { return copyRow(fresh, sql, row); });
        });
        // A record of an earlier version has fewer tables.
        if (!whole && damaged->tableExists(table.name)) mended.cut_short = true;
        return copied;
    };
    writing([&] {
        SQLite::Transaction all(fresh);
        for (const Table& table : of_runs) {
            const int copied = copyTable(table);
            if (&table == of_runs) mended.runs = copied;
        }
        all.commit();
        const int nonsense = withoutNonsense(fresh, fresh_file, mended.unread);
        mended.runs -= nonsense;
        mended.unread += nonsense;
        std::vector<LogEntry> entries;
        const bool whole = eachRow(*damaged, "entry", "entries", [&](SQLite::Statement& row) {
            try {
                const JsonText source{"entry", row.getColumn(1).getString()};
                const nlohmann::json root = parseJson(source);
                nlohmann::json rest;
                entries.push_back(readLogEntry(JsonReader::lenient(source, root, rest)));
            } catch (const Error&) {
                ++mended.unread;  // its bytes are there, its sense is not
            }
        });
        if (!whole && damaged->tableExists("entries")) mended.cut_short = true;
        mended.entries = static_cast<int>(entries.size());
        Logbook(fresh_file).putAll(entries);
        SQLite::Transaction rest(fresh);
        for (const Table& table : of_the_rest) copyTable(table);
        rest.commit();
        // All of it in the one file, which is then renamed.
        fresh.exec("PRAGMA wal_checkpoint(TRUNCATE)");
        fresh.exec("PRAGMA journal_mode = DELETE");
    });
    return mended;
}

}  // namespace tympan
