#pragma once
#include <filesystem>
#include <optional>

namespace tympan {

/// What became of a damaged record.
struct MendedRecord {
    std::filesystem::path kept;  ///< the damaged one, as it was
    int runs = 0, entries = 0;   ///< that could be read out of it
};

/// Looks whether a record is sound (`PRAGMA quick_check`). A damaged one is kept beside, and a new one made
/// of what can still be read of it. Nothing when it is sound, or not there. Throws Error (output) where that
/// cannot be done; then nothing was changed.
std::optional<MendedRecord> mendRecord(const std::filesystem::path& file);

}  // namespace tympan
