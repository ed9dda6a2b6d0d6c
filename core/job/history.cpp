#include "core/job/history.h"

namespace tympan {

void History::record(Job job, std::string what, std::string run) {
    if (job == now()) return;
    const bool goes_on = !run.empty() && at_ > 0 && states_[at_].run == run && !canRedo();
    if (goes_on) {
        states_[at_].job = std::move(job);
        return;
    }
    states_.erase(states_.begin() + static_cast<std::ptrdiff_t>(at_) + 1, states_.end());
    states_.push_back({std::move(job), std::move(what), std::move(run)});
    ++at_;
}

void History::endRun() { states_[at_].run.clear(); }

void History::undo() {
    if (canUndo()) --at_;
    endRun();
}

void History::redo() {
    if (canRedo()) ++at_;
    endRun();
}

}  // namespace tympan
