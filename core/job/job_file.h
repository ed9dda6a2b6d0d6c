#pragma once
#include "core/job/container.h"
#include "core/job/job_json.h"

namespace tympan {

/// Opens a job file. What cannot be read is named in `faults` and left out; the rest is whole. Throws Error
/// (input) when nothing can be had, Error (stopped).
ReadJob openJobFile(const std::filesystem::path& file, const Progress& progress = {});

/// Saves a job with the original files of its pictures and a preview (PNG; may be empty). Killed at any
/// moment, the file is the one before or the new one. Throws Error (output, stopped).
void saveJobFile(const std::filesystem::path& file, const Job& job,
                 std::span<const unsigned char> preview_png, const Progress& progress = {});

/// The artworks of a job, each once.
std::vector<ArtworkPtr> artworksOf(const Job& job);

/// Reads each artwork once, by its entry; `bytes` fetches what an entry holds. The hash in its name must be
/// that of its bytes.
class ArtworkShelf {
  public:
    explicit ArtworkShelf(std::function<Bytes(const std::string& entry)> bytes, Progress progress = {})
        : bytes_(std::move(bytes)), progress_(std::move(progress)) {}
    ArtworkPtr get(const std::string& entry, const std::string& name);

  private:
    std::function<Bytes(const std::string&)> bytes_;
    Progress progress_;
    std::map<std::string, ArtworkPtr> read_;
};

}  // namespace tympan
