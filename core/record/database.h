#pragma once
#include <filesystem>

#include <SQLiteCpp/SQLiteCpp.h>

#include "core/base/error.h"

namespace tympan {

/// Opens the maker's record, makes it where there is none, and brings an older one up to date
/// (`user_version`). Write-ahead log, and every transaction on the disk before it returns. Throws Error: io
/// when it cannot be opened, input when a later program wrote it.
SQLite::Database openRecord(const std::filesystem::path& file);

/// Does something with a record; what the database says against it becomes an Error (output).
template <class Work>
auto keeping(const std::filesystem::path& file, Work work) {
    try {
        return work();
    } catch (const SQLite::Exception& fault) {
        throw Error(Error::Kind::output, file.string(),
                    std::string("the record cannot be kept (") + fault.what() + ")",
                    "look whether the disk is full; what was there before is still there");
    }
}

}  // namespace tympan
