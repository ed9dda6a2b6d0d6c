#pragma once
#include "core/job/recovery.h"
#include "workshop/clock.h"
#include "workshop/open_job.h"
#include "workshop/queue.h"

namespace tympan::workshop {

/// What came of something that was asked of Files.
struct FileNews {
    enum class What {
        opened,
        opened_without,     ///< all but what `lacks` names
        opened_later,       ///< a later program's: it is shown, and cannot be saved over
        not_opened_edited,  ///< the job here was edited since it was asked
        saved,
        recovered,  ///< what an earlier program left is here again, and not saved yet
        stopped,    ///< nothing was changed
        failed,     ///< `why` says what is wrong and what to do
        not_kept,   ///< the copy for a crash could not be written: `why`
    };
    What what = What::failed;
    std::filesystem::path file;
    std::vector<Text> lacks = {};
    Text why = {};
    bool operator==(const FileNews&) const = default;
};

/// What is being done with a file, and takes its time.
struct FileWork {
    enum class What { opening, saving, recovering };
    What what = What::opening;
    std::filesystem::path file;
};

/// The file of the open job: opening, saving, and a copy that a crash leaves. All of it is one queue, so each
/// is finished or undone before the next begins, and what comes of it knows which job it is of.
class Files {
  public:
    /// A picture of the job for file managers, PNG; made beside.
    using Preview = std::function<std::vector<unsigned char>(const Job&, const Progress&)>;
    /// `recovery`: the folder in which every running program keeps its work. Edits are kept there this long
    /// after the first of them.
    static constexpr std::chrono::milliseconds kept_after{3000};

    Files(OpenJob& open, Executor& executor, Clock& clock, std::filesystem::path recovery, Preview preview);
    /// The executor has ended: nothing of this runs any more. Work that was given up is not kept.
    ~Files();

    /// Where the job was saved or opened; empty: nowhere.
    const std::filesystem::path& file() const { return file_; }
    /// The job differs from what was saved last, or was never saved.
    bool unsaved() const;
    /// The file is a later program's.
    bool readOnly() const { return read_only_; }
    /// Whether opening or saving was asked for and has not begun.
    bool waiting() const { return queue_.waiting(); }

    static bool isJob(const std::filesystem::path& file);
    void open(const std::filesystem::path& file);
    /// Saves where it was saved before; false when it never was, or may not be.
    bool save();
    void saveAs(const std::filesystem::path& file);
    /// A job without a file; it need not be saved as it is.
    void begin(Job job);
    /// Stops opening and saving, whatever waits of it, too.
    void stop() { queue_.stop(); }

    /// What earlier programs left that ended badly, the newest first.
    std::vector<LeftWork> leftOver() const { return leftWork(recovery_folder_); }
    void recover(const LeftWork& left);
    /// The work is saved or given up: no copy is needed.
    void giveUp();

    Notice<FileWork> started;
    Notice<double> progressed;
    Notice<FileNews> ended;
    /// The file, or whether it holds the job as it is, is another.
    Notice<> changed;

  private:
    /// The copy for a crash; of the thread that the queue's work runs on.
    struct Copy {
        std::filesystem::path folder;
        std::unique_ptr<Recovery> recovery;
        void keep(const Job& job, const std::filesystem::path& file);
        void clear();
    };
    /// The job, or what it is compared with, is another: what follows for the copy.
    void look();
    void keep();
    void take(ReadJob read, const std::filesystem::path& file, FileNews::What whole);
    Executor::Failed failing(const std::filesystem::path& file);

    OpenJob& open_;
    Clock& clock_;
    std::filesystem::path recovery_folder_;
    Preview preview_;
    std::filesystem::path file_;
    Job saved_;
    bool read_only_ = false, given_up_ = true;
    std::shared_ptr<Copy> copy_;
    std::shared_ptr<void> soon_, listening_;
    std::function<void(double)> posting_;  ///< how far work is, from its thread
    Queue queue_;
};

}  // namespace tympan::workshop
