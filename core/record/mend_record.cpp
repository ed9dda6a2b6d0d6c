#include "core/record/mend_record.h"

#include <functional>
#include <nlohmann/json.hpp>
#include <set>

#include <fmt/format.h>
#include <sqlite3.h>

#include "core/base/json_reader.h"
#include "core/record/database.h"
#include "core/record/logbook.h"
#include "core/record/run_store.h"

namespace tympan {

namespace {

namespace fs = std::filesystem;

bool isSound(const fs::path& file) {
    try {
        SQLite::Database record(file.string(), SQLite::OPEN_READWRITE);
        record.setBusyTimeout(5000);
        return record.execAndGet("PRAGMA quick_check(1)").getString() == "ok";
    } catch (const SQLite::Exception& fault) {
        // One that another window holds, or that may not be read, is not damaged.
        const int code = fault.getErrorCode();
        if (code == SQLITE_CORRUPT || code == SQLITE_NOTADB) return false;
        throw recordError(file, "looked at", fault);
    }
}

/// A name beside it that is not taken.
fs::path nameBeside(const fs::path& file) {
    for (int number = 1;; ++number) {
        const fs::path beside =
            file.parent_path() / fmt::format("{}.damaged-{}.sqlite", file.stem().string(), number);
        if (!fs::exists(beside)) return beside;
    }
}

/// Every row of a table that can be read: from its begin as far as it goes, then from its end.
void eachRow(SQLite::Database& damaged, const std::string& columns, const std::string& table,
             const std::function<void(SQLite::Statement&)>& take) {
    std::set<std::int64_t> taken;
    for (const char* order : {"ASC", "DESC"}) {
        try {
            SQLite::Statement query(
                damaged, fmt::format("SELECT rowid, {} FROM {} ORDER BY rowid {}", columns, table, order));
            while (query.executeStep()) {
                if (!taken.insert(query.getColumn(0).getInt64()).second) return;
                take(query);
            }
            return;
        } catch (const SQLite::Exception&) {
            // As far as it goes; now from the other end.
        }
    }
}

/// Runs whose bytes are there and their sense is not are left out; how many. Of one that makes sense but for
/// an event, the events before it stay.
int withoutNonsense(SQLite::Database& fresh, const fs::path& file) {
    const RunStore runs(file);
    const auto readable = [&](const std::string& id) {
        try {
            runs.read(id);
            return true;
        } catch (const Error&) {
            return false;
        }
    };
    const auto without = [&](const char* sql, const std::string& id) {
        SQLite::Statement gone(fresh, sql);
        gone.bind(1, id);
        return gone.exec() > 0;
    };
    int left_out = 0;
    for (const std::string& id : runs.all()) {
        bool fewer = true;
        while (!readable(id) && fewer)
            fewer = without(
                "DELETE FROM events WHERE run = ?1 AND number = (SELECT max(number) FROM events WHERE run = "
                "?1)",
                id);
        if (fewer) continue;
        without("DELETE FROM references_ WHERE run = ?", id);
        without("DELETE FROM runs WHERE id = ?", id);
        ++left_out;
    }
    return left_out;
}

MendedRecord readOut(const fs::path& damaged_file, const fs::path& fresh_file) {
    MendedRecord mended{damaged_file, 0, 0};
    SQLite::Database fresh = openRecord(fresh_file);
    const auto into = [&](const char* sql, SQLite::Statement& from, int columns) {
        SQLite::Statement insert(fresh, sql);
        for (int i = 1; i <= columns; ++i) {
            const SQLite::Column column = from.getColumn(i);
            if (column.isInteger())
                insert.bind(i, column.getInt64());
            else if (column.isBlob())
                insert.bind(i, column.getBlob(), column.getBytes());
            else
                insert.bind(i, column.getString());
        }
        return insert.exec();
    };
    try {
        SQLite::Database damaged(damaged_file.string(), SQLite::OPEN_READONLY);
        SQLite::Transaction all(fresh);
        eachRow(damaged, "id, job, name, begun, start, ended", "runs", [&](SQLite::Statement& row) {
            mended.runs += into(
                "INSERT OR IGNORE INTO runs (id, job, name, begun, start, ended) VALUES (?, ?, ?, ?, ?, ?)",
                row, 6);
        });
        eachRow(damaged, "run, number, event", "events", [&](SQLite::Statement& row) {
            into("INSERT OR IGNORE INTO events (run, number, event) VALUES (?, ?, ?)", row, 3);
        });
        eachRow(damaged, "run, piece, picture", "references_", [&](SQLite::Statement& row) {
            into("INSERT OR IGNORE INTO references_ (run, piece, picture) VALUES (?, ?, ?)", row, 3);
        });
        all.commit();
        mended.runs -= withoutNonsense(fresh, fresh_file);
        Logbook book(fresh_file);
        eachRow(damaged, "entry", "entries", [&](SQLite::Statement& row) {
            try {
                const JsonText source{"entry", row.getColumn(1).getString()};
                const nlohmann::json root = parseJson(source);
                nlohmann::json rest;
                book.put(readLogEntry(JsonReader::lenient(source, root, rest)));
                ++mended.entries;
            } catch (const Error&) {
                // Its bytes are there, its sense is not.
            }
        });
        SQLite::Transaction pictures(fresh);
        eachRow(damaged, "entry, what, picture", "pictures", [&](SQLite::Statement& row) {
            into("INSERT OR IGNORE INTO pictures (entry, what, picture) VALUES (?, ?, ?)", row, 3);
        });
        eachRow(damaged, "id, printer, method, material, made, strip, picture", "strips",
                [&](SQLite::Statement& row) {
                    into(
                        "INSERT OR IGNORE INTO strips (id, printer, method, material, made, strip, picture) "
                        "VALUES (?, ?, ?, ?, ?, ?, ?)",
                        row, 7);
                });
        eachRow(damaged, "id, supply", "supplies", [&](SQLite::Statement& row) {
            into("INSERT OR IGNORE INTO supplies (id, supply) VALUES (?, ?)", row, 2);
        });
        eachRow(damaged, "id, run, made, swab", "swabs", [&](SQLite::Statement& row) {
            into("INSERT OR IGNORE INTO swabs (id, run, made, swab) VALUES (?, ?, ?, ?)", row, 4);
        });
        eachRow(damaged, "id, job, piece, shop, made, proof, picture", "proofs", [&](SQLite::Statement& row) {
            into(
                "INSERT OR IGNORE INTO proofs (id, job, piece, shop, made, proof, picture) VALUES (?, ?, ?, "
                "?, ?, ?, ?)",
                row, 7);
        });
        pictures.commit();
    } catch (const SQLite::Exception&) {
        // No record at all, or not a table of it: it is kept beside, the new one begins empty.
    }
    return mended;
}

}  // namespace

std::optional<MendedRecord> mendRecord(const fs::path& file) {
    std::error_code none;
    if (!fs::exists(file, none) || isSound(file)) return {};
    const fs::path beside = nameBeside(file);
    try {
        // What was not brought into it yet belongs to it.
        for (const char* part : {"-wal", "-shm"})
            if (const fs::path own = file.string() + part; fs::exists(own, none))
                fs::rename(own, beside.string() + part);
        fs::rename(file, beside);
    } catch (const fs::filesystem_error& fault) {
        throw Error(
            Error::Kind::output, file.string(),
            fmt::format("the record is damaged and cannot be put beside ({})", fault.code().message()),
            "look whether the folder may be written to");
    }
    return readOut(beside, file);
}

}  // namespace tympan
