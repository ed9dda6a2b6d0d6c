#pragma once
#include <filesystem>

#include <SQLiteCpp/SQLiteCpp.h>

namespace tympan {

/// Opens the maker's record, makes it where there is none, and brings an older one up to date
/// (`user_version`). Write-ahead log, and every transaction on the disk before it returns. Throws Error: io
/// when it cannot be opened, input when a later program wrote it.
SQLite::Database openRecord(const std::filesystem::path& file);

}  // namespace tympan
