#pragma once
#include <filesystem>

#include "core/artwork/artwork.h"
#include "core/record/log_entry.h"

namespace tympan {

/// Photographs beside the maker's record, as files by their hash: turned upright, no larger than is looked
/// at, and without anything that the camera wrote into them, so that nobody is told where they were taken.
class Photographs {
  public:
    /// `record`: the file of the record that they lie beside.
    explicit Photographs(const std::filesystem::path& record);

    /// Keeps a picture and returns its hash (SHA-256 of the file as kept). The same one twice is one file.
    /// Throws Error (output).
    std::string keep(const Artwork& picture) const;
    /// Copies those of some entries into a folder, or from one; files whose bytes are not what their name
    /// says are left out. How many there are now. Throws Error (output).
    int copyTo(const std::filesystem::path& folder, const std::vector<LogEntry>& entries) const;
    int copyFrom(const std::filesystem::path& folder, const std::vector<LogEntry>& entries) const;
    /// The folder that photographs lie in beside a log file: "made.json" has "made-photographs".
    static std::filesystem::path beside(const std::filesystem::path& log_file);
    /// Where one lies. It may be gone: people tidy up.
    std::filesystem::path file(const std::string& sha256) const;

  private:
    std::filesystem::path folder_;
};

}  // namespace tympan
