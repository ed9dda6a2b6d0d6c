#include "workshop/open_job.h"

namespace tympan::workshop {

void OpenJob::edit(const std::string& what, const std::function<Job(Job)>& change, const std::string& run) {
    history_.record(change(job()), what, run);
    changedNow();
}

void OpenJob::open(Job job) {
    history_ = History(std::move(job));
    changedNow();
}

void OpenJob::undo() {
    history_.undo();
    changedNow();
}

void OpenJob::redo() {
    history_.redo();
    changedNow();
}

void OpenJob::changedNow() {
    ++revision_;
    changed();
}

}  // namespace tympan::workshop
