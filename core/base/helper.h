#pragma once
#include <functional>
#include <span>
#include <string>
#include <vector>

#include "core/base/nameless_file.h"
#include "core/base/progress.h"

namespace tympan {

// Work on files that nobody vouches for, in a process of its own (the program tympan-draw, beside this one):
// whatever a drawing does there (crash, take all memory, go on for ever), it ends there. Input and result are
// files without a name; words and progress come through a pipe.

struct HelperLimits {
    /// Ended when it has reported no progress for so long.
    int silent_seconds = 30;
    std::size_t memory_bytes = std::size_t{3} << 30;  ///< beside the result
};

/// Where the helper finds what it reads and writes, as both sides know it.
inline constexpr int input_handle = 3, result_handle = 4, words_handle = 5;

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
