#pragma once
#include <QObject>
#include <QStringList>
#include <QTimer>
#include <memory>

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

  signals:
    void started(const QString& what);
    void progressed(double fraction);
    void ended(bool well, const QString& sentence);
    /// The file, or whether it holds the job as it is, is another.
    void changed();

  private:
    void keep();
    void keepNow(const Job& job, const QString& file);
    void take(ReadJob read, const QString& file, const QString& said);

    JobStore& store_;
    RenderService& service_;
    QString file_, running_;
    Job saved_;
    bool read_only_ = false, given_up_ = false;
    QTimer soon_;
    std::shared_ptr<Recovery> recovery_;
};

}  // namespace tympan::app
