#pragma once
#include <functional>
#include <span>
#include <string>
#include <utility>
#include <vector>

#include "core/base/progress.h"

namespace tympan {

// Work on files that nobody vouches for, in a process of its own (the program tympan-draw, beside this one):
// whatever a drawing does there (crash, take all memory, go on for ever), it ends there. Input and result are
// files without a name; words and progress come through a pipe.

/// A file without a name that only this process and its helper know.
class NamelessFile {
  public:
    /// `on_disk`: for what may not fit memory. Throws Error (output) when there is no room.
    static NamelessFile make(bool on_disk = false);
    static NamelessFile of(std::span<const unsigned char> bytes);
    explicit NamelessFile(int handle) : handle_(handle) {}
    ~NamelessFile();
    NamelessFile(NamelessFile&& other) noexcept : handle_(std::exchange(other.handle_, -1)) {}
    NamelessFile& operator=(NamelessFile&&) = delete;

    int handle() const { return handle_; }
    std::size_t size() const;
    std::vector<unsigned char> bytes() const;

  private:
    int handle_;
};

struct HelperLimits {
    /// Ended when it has reported no progress for so long.
    int silent_seconds = 30;
    std::size_t memory_bytes = std::size_t{3} << 30;  ///< beside the result
};

/// What the helper wrote, and what it said when it was done.
struct HelperAnswer {
    NamelessFile result;
    std::string words;
};

/// Runs one task of the helper with its arguments. `name`: of the picture, for people. Throws Error (input)
/// naming the picture: what the helper said is wrong, that it failed, that it takes too long or too much
/// memory; Error (stopped).
HelperAnswer runHelper(const std::vector<std::string>& task, std::span<const unsigned char> input,
                       NamelessFile result, const std::string& name, const HelperLimits& limits,
                       const Progress& progress);

/// The helper's side. A task reads its input, writes its result to the handle, and returns its words; what is
/// wrong with the input it throws as an Error.
using HelperTask =
    std::function<std::string(const std::vector<std::string>& arguments, std::span<const unsigned char> input,
                              int result, const Progress& progress)>;
/// What main of the helper does: limits itself, runs the task named by its first argument. Returns its exit
/// status.
int serveHelper(int argc, char** argv, const std::function<HelperTask(const std::string& name)>& taskNamed);

}  // namespace tympan
