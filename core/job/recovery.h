#pragma once
#include "core/job/job_file.h"

namespace tympan {

/// The work of one running program, kept beside whatever is saved, so that a crash loses nothing: a folder
/// with job.json (replaced in one step), pictures by hash (each written once) and a lock that dies with the
/// program.
class Recovery {
  public:
    /// Makes a folder of its own below `root`. Throws Error (output).
    explicit Recovery(const std::filesystem::path& root);
    /// Gives the lock back; what was kept stays.
    ~Recovery();
    Recovery(const Recovery&) = delete;
    Recovery& operator=(const Recovery&) = delete;

    /// Keeps this job; `file` is where it was saved last, if it was. Throws Error (output); what was kept
    /// before stays.
    void keep(const Job& job, const std::filesystem::path& file);
    /// Nothing needs to be recovered any more.
    void clear();

    const std::filesystem::path& folder() const { return folder_; }

  private:
    std::filesystem::path folder_;
    int lock_ = -1;
};

/// What a program that is no longer running left behind.
struct LeftWork {
    std::filesystem::path folder;
    std::filesystem::path file;  ///< where it was saved last; may be empty
    std::string name;            ///< of the job
    std::filesystem::file_time_type when;
};

/// The newest first. Folders that hold nothing are removed on the way.
std::vector<LeftWork> leftWork(const std::filesystem::path& root);
ReadJob openLeftWork(const LeftWork& left, const Progress& progress = {});
void removeLeftWork(const LeftWork& left);

}  // namespace tympan
