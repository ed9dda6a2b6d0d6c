#include "workshop/files.h"

namespace tympan::workshop {

namespace fs = std::filesystem;

namespace {

constexpr auto ending_of_jobs = ".tympan";

}  // namespace

bool Files::isJob(const fs::path& file) {
    std::string ending = file.extension().string();
    for (char& letter : ending)
        if (letter >= 'A' && letter <= 'Z') letter = static_cast<char>(letter - 'A' + 'a');
    return ending == ending_of_jobs;
}

void Files::Copy::keep(const Job& job, const fs::path& file) {
    // Its folder is made when something is first kept.
    if (!recovery) recovery = std::make_unique<Recovery>(folder);
    recovery->keep(job, file);
}

void Files::Copy::clear() {
    if (recovery) recovery->clear();
}

Files::Files(OpenJob& open, Executor& executor, Clock& clock, fs::path recovery, Preview preview)
    : open_(open),
      clock_(clock),
      recovery_folder_(std::move(recovery)),
      preview_(std::move(preview)),
      saved_(open.job()),
      copy_(std::make_shared<Copy>(Copy{recovery_folder_, nullptr})),
      listening_(open.changed.join([this] { look(); })),
      queue_(executor) {
    posting_ = [&executor, here = std::weak_ptr(listening_), this](double part) {
        executor.post([here, this, part] {
            if (!here.expired()) progressed(part);
        });
    };
}

Files::~Files() {
    if (given_up_) copy_->clear();
}

bool Files::unsaved() const {
    return !(open_.job() == saved_) && !(open_.job().pieces.empty() && file_.empty());
}

void Files::look() {
    if (!unsaved()) {
        // A crash must not offer what was saved since, or taken back.
        if (!given_up_) giveUp();
    } else if (!soon_) {
        // Not put off by every edit: work that goes on is kept too.
        soon_ = clock_.after(kept_after, [this] { keep(); });
    }
    changed();
}

void Files::keep() {
    soon_.reset();
    if (!unsaved()) return;
    given_up_ = false;
    queue_.add({.start = [this]() -> Executor::Work {
                    // Its turn may come when the work has been saved or given up.
                    if (given_up_ || !unsaved()) return {};
                    return [copy = copy_, job = open_.job(), file = file_](const std::stop_token&) {
                        copy->keep(job, file);
                        return Executor::Finish();
                    };
                },
                .failed =
                    [this](const Failure& failure) {
                        ended({FileNews::What::not_kept, file_, {}, failure.words});
                    }});
}

void Files::giveUp() {
    soon_.reset();
    given_up_ = true;
    queue_.add({.start = [this]() -> Executor::Work {
        if (!given_up_) return {};
        return [copy = copy_](const std::stop_token&) {
            copy->clear();
            return Executor::Finish();
        };
    }});
}

void Files::begin(Job job) {
    saved_ = job;  // before anybody is told
    open_.open(std::move(job));
    file_.clear();
    read_only_ = false;
    giveUp();
    changed();
}

Executor::Failed Files::failing(const fs::path& file) {
    return [this, file](const Failure& failure) {
        ended({failure.stopped ? FileNews::What::stopped : FileNews::What::failed, file, {}, failure.words});
    };
}

void Files::take(ReadJob read, const fs::path& file, FileNews::What whole) {
    open_.open(std::move(read.job));
    // What had to be left out must not be lost by a careless save over the file: the job counts as changed.
    const bool all = read.faults.empty();
    file_ = all ? file : fs::path();
    read_only_ = read.later;
    saved_ = all ? open_.job() : Job{};
    ended({read.later ? FileNews::What::opened_later
           : all      ? whole
                      : FileNews::What::opened_without,
           file,
           std::move(read.faults),
           {}});
    look();
}

void Files::open(const fs::path& named) {
    const fs::path file = fs::absolute(named);
    queue_.add({.start = [this, file, asked_at = open_.revision()]() -> Executor::Work {
                    started({FileWork::What::opening, file});
                    return [this, file, asked_at](const std::stop_token& stop) -> Executor::Finish {
                        return [this, file, asked_at, stop, read = openJobFile(file, {stop, {}})] {
                            if (stop.stop_requested()) return failing(file)({.stopped = true, .words = {}});
                            if (open_.revision() != asked_at && unsaved())
                                return ended({FileNews::What::not_opened_edited, file});
                            giveUp();
                            take(read, file, FileNews::What::opened);
                        };
                    };
                },
                .failed = failing(file),
                .stoppable = true});
}

bool Files::save() {
    if (file_.empty() || read_only_) return false;
    saveAs(file_);
    return true;
}

void Files::saveAs(const fs::path& named) {
    fs::path file = fs::absolute(named);
    if (!isJob(file)) file += ending_of_jobs;
    queue_.add({.start = [this, file, job = open_.job()]() -> Executor::Work {
                    started({FileWork::What::saving, file});
                    return [this, file, job, preview = preview_,
                            progress = posting_](const std::stop_token& stop) -> Executor::Finish {
                        const std::vector<unsigned char> png =
                            preview ? preview(job, {stop, {}}) : std::vector<unsigned char>();
                        saveJobFile(file, job, png, {stop, progress});
                        // It is there, whether it was stopped meanwhile or not.
                        return [this, file, job] {
                            file_ = file;
                            read_only_ = false;
                            saved_ = job;
                            ended({FileNews::What::saved, file});
                            look();
                        };
                    };
                },
                .failed = failing(file),
                .stoppable = true});
}

void Files::recover(const LeftWork& left) {
    queue_.add({.start = [this, left]() -> Executor::Work {
                    started({FileWork::What::recovering, left.file});
                    return [this, left](const std::stop_token& stop) -> Executor::Finish {
                        ReadJob read = openLeftWork(left, {stop, {}});
                        const bool whole = read.faults.empty();
                        return [this, left, whole, read = std::move(read)] {
                            take(read, left.file, FileNews::What::recovered);
                            saved_ = Job{};
                            given_up_ = false;
                            // What was left goes only when it is kept again, and only when all of it could be
                            // read.
                            queue_.add({.start = [this, left, whole]() -> Executor::Work {
                                return [copy = copy_, left, whole, job = open_.job(),
                                        file = file_](const std::stop_token&) {
                                    copy->keep(job, file);
                                    if (whole) removeLeftWork(left);
                                    return Executor::Finish();
                                };
                            }});
                            changed();
                        };
                    };
                },
                .failed = failing(left.file),
                .stoppable = true});
}

}  // namespace tympan::workshop
