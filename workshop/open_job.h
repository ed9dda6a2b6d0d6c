#pragma once
#include <cstdint>

#include "core/job/history.h"
#include "workshop/notice.h"

namespace tympan::workshop {

/// The job that is open: its history and its revision. Edits go through here and nowhere else.
class OpenJob {
  public:
    explicit OpenJob(Job first) : history_(std::move(first)) {}

    const Job& job() const { return history_.now(); }
    /// Counts up with every other value of the job; never the same for two of them.
    std::uint64_t revision() const { return revision_; }

    /// Makes the next job. Edits with the same non-empty `run` in a row become one step of undo.
    void edit(const std::string& what, const std::function<Job(Job)>& change, const std::string& run = {});
    /// The next edit is a step of its own.
    void endRun() { history_.endRun(); }
    /// Begins with a job that undo cannot leave.
    void open(Job job);

    const History& history() const { return history_; }
    void undo();
    void redo();

    /// The job is another.
    Notice<> changed;

  private:
    void changedNow();

    History history_;
    std::uint64_t revision_ = 1;
};

}  // namespace tympan::workshop
