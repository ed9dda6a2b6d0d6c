#include "core/record/database.h"

#include <fmt/format.h>

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
};
constexpr int newest = static_cast<int>(std::size(migrations));

}  // namespace

SQLite::Database openRecord(const std::filesystem::path& file) {
    try {
        std::error_code none;
        std::filesystem::create_directories(file.parent_path(), none);
        SQLite::Database record(file.string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        record.setBusyTimeout(5000);
        record.exec("PRAGMA journal_mode = WAL");
        record.exec("PRAGMA synchronous = FULL");
        const int version = record.execAndGet("PRAGMA user_version").getInt();
        if (version > newest)
            throw Error(Error::Kind::input, file.string(), "a later version of this program wrote it",
                        "use that one; nothing was changed");
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
        throw Error(Error::Kind::output, file.string(),
                    fmt::format("the record cannot be opened ({})", fault.what()),
                    "look whether the disk is full and the folder may be written to");
    }
}

}  // namespace tympan
