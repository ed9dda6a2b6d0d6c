#pragma once
#include <filesystem>
#include <optional>

namespace tympan {

/// What became of a damaged record.
struct MendedRecord {
    std::filesystem::path kept;  ///< the damaged one, as it was
    int runs = 0, entries = 0;   ///< that could be read out of it
    int unread = 0;              ///< rows that are there and make no sense
    bool cut_short = false;      ///< parts of it could not be reached: more may be lost
};

/// Looks whether a record is sound: `PRAGMA quick_check`, its version, its tables, not empty. A damaged one
/// is kept beside as it was, and what can be read of it is put in its place. The new record is built aside
/// and renamed last: a program that is killed meanwhile loses nothing, and the next start ends what was
/// begun. A file that was cut short is read as if zeros had followed. Programs that look at the same time
/// take turns. Nothing when the record is sound, or not there. Throws Error (output) where it cannot be
/// mended; the record is then what it was.
std::optional<MendedRecord> mendRecord(const std::filesystem::path& file);

}  // namespace tympan
