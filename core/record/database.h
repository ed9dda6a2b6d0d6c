#pragma once
#include <filesystem>

#include <SQLiteCpp/SQLiteCpp.h>

#include "core/base/error.h"

namespace tympan {

/// Opens the maker's record, makes it where there is none, and brings an older one up to date
/// (`user_version`). Write-ahead log, and every transaction on the disk before it returns. Throws Error: io
/// when it cannot be opened, input when a later program wrote it, or its version
/// is none.
SQLite::Database openRecord(const std::filesystem::path& file);

/// Whether its version is one that this program or a later one wrote, and all tables and indices of that
/// version are there. Throws SQLite::Exception.
bool hasItsTables(SQLite::Database& record);

/// What the database says against something, as a person is told: what is wrong ("the record cannot be
/// kept"), why it was not, what to do.
Error recordError(const std::filesystem::path& file, const Text& wrong, const SQLite::Exception& fault);

/// Does something with a record; what the database says against it becomes an Error (output).
template <class Work>
auto keeping(const std::filesystem::path& file, Work work) {
    try {
        return work();
    } catch (const SQLite::Exception& fault) {
        throw recordError(file, Text("the record cannot be kept"), fault);
    }
}

}  // namespace tympan
