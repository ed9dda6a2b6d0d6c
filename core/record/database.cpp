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
