#pragma once
#include <QObject>
#include <QStringList>
#include <QTimer>
#include <deque>
#include <functional>
#include <memory>
#include <mutex>

#include "core/job/recovery.h"

namespace tympan::app {

class JobStore;
class RenderService;

/// The file of the job that is open: opening, saving, and keeping the work besides, so that a crash loses
/// nothing. Everything runs off the interface thread.
class JobFiles : public QObject {
    Q_OBJECT
  public:
    JobFiles(JobStore& store, RenderService& service, QObject* parent = nullptr);
    ~JobFiles() override;

    const QString& file() const { return file_; }
    /// The job differs from what was saved last, or was never saved.
    bool unsaved() const;
    /// The file is a later program's: it is only read.
    bool readOnly() const { return read_only_; }

    void open(const QString& file);
    /// Saves where it was saved before; false when it never was, or may not be.
    bool save();
    void saveAs(const QString& file);
    /// A new, empty job without a file.
    void begin();
    /// A job that came from elsewhere (the demo): as it is, it need not be saved.
    void begin(Job job);
    static bool isJob(const QString& file);

    static QStringList recent();

    /// What an earlier run that ended badly left, newest first.
    std::vector<LeftWork> leftOver() const;
    void recover(const LeftWork& left);
    /// The work is saved or given up: nothing needs to be kept.
    void giveUp();
    void stop();
    /// Whether something was asked for that has not begun yet.
    bool waiting() const { return !waiting_.empty(); }

  signals:
    void started(const QString& what);
    void progressed(double fraction);
    void ended(bool well, const QString& sentence);
    /// The file, or whether it holds the job as it is, is another.
    void changed();

  private:
    /// One after the other: each opening and saving is finished or stopped before the next begins.
    void inTurn(std::function<void()> operation);
    void turnIsOver();
    void keep();
    void take(ReadJob read, const QString& file, const QString& said);

    JobStore& store_;
    RenderService& service_;
    QString file_;
    Job saved_;
    bool read_only_ = false, given_up_ = false;
    QTimer soon_;
    bool busy_ = false;
    std::deque<std::function<void()>> waiting_;

    /// The work that is kept for a crash. Requests run on two threads and may overtake each other: of two the
    /// later asked one counts.
    struct Kept {
        std::mutex lock;
        std::unique_ptr<Recovery> recovery;
        std::uint64_t done = 0;
    };
    void change(std::function<void(std::unique_ptr<Recovery>&)> how);
    std::shared_ptr<Kept> kept_ = std::make_shared<Kept>();
    std::uint64_t asked_ = 0;
};

}  // namespace tympan::app
