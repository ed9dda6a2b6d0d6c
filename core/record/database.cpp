#include "core/record/database.h"

#include <fmt/format.h>
#include <sqlite3.h>

#include "core/base/error.h"

namespace tympan {

namespace {

/// Each brings a record from one version to the next. They are never changed.
constexpr const char* migrations[] = {
    "CREATE TABLE runs (id TEXT PRIMARY KEY, job TEXT NOT NULL, name TEXT NOT NULL, begun INTEGER NOT NULL, "
    "start TEXT NOT NULL, ended INTEGER NOT NULL DEFAULT 0);"
    "CREATE TABLE events (run TEXT NOT NULL REFERENCES runs(id), number INTEGER NOT NULL, event TEXT NOT "
    "NULL, "
    "PRIMARY KEY (run, number));"
    "CREATE TABLE references_ (run TEXT NOT NULL REFERENCES runs(id), piece INTEGER NOT NULL, picture BLOB "
    "NOT NULL, "
    "PRIMARY KEY (run, piece));",
    "CREATE TABLE entries (id TEXT PRIMARY KEY, run TEXT NOT NULL, job TEXT NOT NULL, name TEXT NOT NULL, "
    "made INTEGER "
    "NOT NULL, method TEXT NOT NULL, method_name TEXT NOT NULL, printer TEXT NOT NULL, object TEXT NOT NULL, "
    "material "
    "TEXT NOT NULL, printer_kind TEXT NOT NULL, copies INTEGER NOT NULL, spoiled INTEGER NOT NULL, coats "
    "INTEGER NOT "
    "NULL, rounds INTEGER NOT NULL, wait_min REAL NOT NULL, humidity REAL NOT NULL, outcome TEXT NOT NULL, "
    "entry TEXT "
    "NOT NULL);"
    "CREATE INDEX entries_made ON entries (made DESC, id);"
    "CREATE VIRTUAL TABLE entry_words USING fts5 (words, tokenize = 'unicode61 remove_diacritics 2');"
    "CREATE TABLE pictures (entry TEXT NOT NULL REFERENCES entries(id), what TEXT NOT NULL, picture BLOB NOT "
    "NULL, "
    "PRIMARY KEY (entry, what));",
    "CREATE TABLE strips (id TEXT PRIMARY KEY, printer TEXT NOT NULL, method TEXT NOT NULL, material TEXT "
    "NOT "
    "NULL, made INTEGER NOT NULL, strip TEXT NOT NULL, picture BLOB NOT NULL);",
    "CREATE TABLE supplies (id TEXT PRIMARY KEY, supply TEXT NOT NULL);",
    "CREATE TABLE swabs (id TEXT PRIMARY KEY, run TEXT NOT NULL, made INTEGER NOT NULL, swab TEXT NOT NULL);",
    "CREATE TABLE proofs (id TEXT PRIMARY KEY, job TEXT NOT NULL, piece INTEGER NOT NULL, shop TEXT NOT "
    "NULL, made "
    "INTEGER NOT NULL, proof TEXT NOT NULL, picture BLOB NOT NULL);",
    // What people ask by, and what a run looks for each time it is written.
    "CREATE INDEX IF NOT EXISTS entries_run ON entries (run);"
    "CREATE INDEX IF NOT EXISTS entries_material ON entries (material);"
    "CREATE INDEX IF NOT EXISTS entries_method ON entries (method, material, made DESC);"
    "CREATE INDEX IF NOT EXISTS entries_printer ON entries (printer);"
    "CREATE INDEX IF NOT EXISTS entries_next ON entries (method, material, made DESC, id) WHERE "
    "json_extract(entry, "
    "'$.next_time') <> '';",
    "CREATE TABLE IF NOT EXISTS printings (job TEXT NOT NULL, begun INTEGER NOT NULL, printing TEXT NOT "
    "NULL, PRIMARY KEY "
    "(job, begun));"
    // All that the station lists of a piece: a list of all of them reads nothing else.
    "DROP INDEX IF EXISTS entries_made;"
    "CREATE INDEX IF NOT EXISTS entries_line ON entries (made DESC, name, id, job, method, method_name, "
    "printer, object, "
    "material, printer_kind, copies, spoiled, coats, rounds, wait_min, humidity, outcome);"
    // Counts what is written to the logbook and the shelf, by whichever program.
    "CREATE TABLE IF NOT EXISTS changes (what TEXT PRIMARY KEY, times INTEGER NOT NULL);"
    "INSERT OR IGNORE INTO changes VALUES ('logbook', 0);"
    "CREATE TRIGGER IF NOT EXISTS entries_added AFTER INSERT ON entries BEGIN "
    "UPDATE changes SET times = times + 1 WHERE what = 'logbook'; END;"
    "CREATE TRIGGER IF NOT EXISTS entries_changed AFTER UPDATE ON entries BEGIN "
    "UPDATE changes SET times = times + 1 WHERE what = 'logbook'; END;"
    "CREATE TRIGGER IF NOT EXISTS entries_erased AFTER DELETE ON entries BEGIN "
    "UPDATE changes SET times = times + 1 WHERE what = 'logbook'; END;"
    "CREATE TRIGGER IF NOT EXISTS supplies_added AFTER INSERT ON supplies BEGIN "
    "UPDATE changes SET times = times + 1 WHERE what = 'logbook'; END;"
    "CREATE TRIGGER IF NOT EXISTS supplies_changed AFTER UPDATE ON supplies BEGIN "
    "UPDATE changes SET times = times + 1 WHERE what = 'logbook'; END;"
    "CREATE TRIGGER IF NOT EXISTS supplies_erased AFTER DELETE ON supplies BEGIN "
    "UPDATE changes SET times = times + 1 WHERE what = 'logbook'; END;",
    // With which product a piece was laid.
    "ALTER TABLE entries ADD COLUMN medium TEXT NOT NULL DEFAULT '';"
    "DROP INDEX IF EXISTS entries_line;"
    "CREATE INDEX IF NOT EXISTS entries_line ON entries (made DESC, name, id, job, method, method_name, "
    "printer, object, "
    "material, printer_kind, copies, spoiled, coats, rounds, wait_min, humidity, outcome, medium);",
};
constexpr int newest = static_cast<int>(std::size(migrations));

}  // namespace

bool hasItsTables(SQLite::Database& record) {
    const int version = record.execAndGet("PRAGMA user_version").getInt();
    if (version < 0) return false;
    if (version > newest) return true;  // a later program's: that one knows
    SQLite::Database sound(":memory:", SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
    for (int i = 0; i < version; ++i) sound.exec(migrations[i]);
    SQLite::Statement each(sound, "SELECT type, name FROM sqlite_master");
    while (each.executeStep()) {
        SQLite::Statement same(record, "SELECT 1 FROM sqlite_master WHERE type = ? AND name = ?");
        same.bind(1, each.getColumn(0).getString());
        same.bind(2, each.getColumn(1).getString());
        if (!same.executeStep()) return false;
    }
    return true;
}

Error recordError(const std::filesystem::path& file, const Text& wrong, const SQLite::Exception& fault) {
    Text why = Text::verbatim(fault.what()),
         remedy = Text("look whether the disk is full and the folder may be written to");
    switch (fault.getErrorCode() & 0xff) {  // without the extended part
        case SQLITE_BUSY:
        case SQLITE_LOCKED:
            why = Text("another window or program is writing to it");
            remedy = Text("try again in a moment");
            break;
        case SQLITE_FULL:
            why = Text("the disk is full");
            remedy = Text("make room");
            break;
        case SQLITE_READONLY:
        case SQLITE_PERM:
        case SQLITE_CANTOPEN:
            why = Text("it may not be written to");
            remedy = Text("look whose its folder is, and whether it may be written to");
            break;
        case SQLITE_ERROR:
        case SQLITE_CORRUPT:
        case SQLITE_NOTADB:
            remedy = Text("start the program again: it looks for damage and saves what can be read");
            break;
        default:
            break;
    }
    return Error(Error::Kind::output, file.string(),
                 Text("{wrong} ({why})", {{"wrong", wrong}, {"why", why}}),
                 Text("{remedy}; what was there before is still there", {{"remedy", remedy}}));
}

SQLite::Database openRecord(const std::filesystem::path& file) {
    try {
        std::error_code none;
        std::filesystem::create_directories(file.parent_path(), none);
        SQLite::Database record(file.string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        record.setBusyTimeout(5000);
        record.exec("PRAGMA journal_mode = WAL");
        record.exec("PRAGMA synchronous = FULL");
        const int version = record.execAndGet("PRAGMA user_version").getInt();
        if (version < 0)
            throw Error(Error::Kind::input, file.string(), Text("the record is damaged"),
                        Text("start the program again: it saves what can be read"));
        if (version > newest)
            throw Error(Error::Kind::input, file.string(), Text("a later version of this program wrote it"),
                        Text("use that one; nothing was changed"));
        for (int next = version; next < newest; ++next) {
            SQLite::Transaction all(record);
            // Another window may have been quicker.
            if (record.execAndGet("PRAGMA user_version").getInt() == next) {
                record.exec(migrations[next]);
                record.exec(fmt::format("PRAGMA user_version = {}", next + 1));
            }
            all.commit();
        }
        return record;
    } catch (const SQLite::Exception& fault) {
        throw recordError(file, Text("the record cannot be opened"), fault);
    }
}

}  // namespace tympan
