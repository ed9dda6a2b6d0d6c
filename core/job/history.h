#pragma once
#include <string>
#include <vector>

#include "core/job/job.h"

namespace tympan {

/// The job and its earlier values. A job is cheap to keep, since pixels are shared; still, the oldest go
/// where there are more than a maker would go back, or where they alone keep pictures alive that take much
/// memory.
class History {
  public:
    explicit History(Job first = {}) { states_.push_back({std::move(first), {}, {}}); }

    const Job& now() const { return states_[at_].job; }

    /// A new value, made by an edit called `what` ("change the size"). Edits that share a non-empty `run` (a
    /// slider being dragged, a number being typed) become one step. A value equal to the present one is no
    /// step.
    void record(Job job, std::string what, std::string run = {});

    /// Ends a run: the next edit is a step of its own.
    void endRun();

    bool canUndo() const { return at_ > 0; }
    bool canRedo() const { return at_ + 1 < states_.size(); }
    void undo();
    void redo();
    /// What undo or redo would take back or do again.
    const std::string& undoName() const { return states_[at_].what; }
    const std::string& redoName() const { return states_[canRedo() ? at_ + 1 : at_].what; }

    std::size_t steps() const { return at_; }

  private:
    void forgetOldest();

    struct State {
        Job job;
        std::string what, run;
    };
    std::vector<State> states_;
    std::size_t at_ = 0;
};

}  // namespace tympan
