#pragma once
#include <QObject>
#include <QStringList>

#include "app/model/service_executor.h"
#include "workshop/files.h"

namespace tympan::app {

class JobStore;
class RenderService;
class WorkClock;

/// The workshop's files as the window speaks of them: what it tells becomes signals and sentences, and what
/// was opened last is remembered.
class JobFiles : public QObject {
    Q_OBJECT
  public:
    JobFiles(JobStore& store, RenderService& service, WorkClock& clock, QObject* parent = nullptr);

    QString file() const;
    /// The job differs from what was saved last, or was never saved.
    bool unsaved() const { return files_.unsaved(); }
    /// The file is a later program's: it is only read.
    bool readOnly() const { return files_.readOnly(); }

    void open(const QString& file);
    /// Saves where it was saved before; false when it never was, or may not be.
    bool save() { return files_.save(); }
    void saveAs(const QString& file);
    /// A new, empty job without a file.
    void begin();
    /// A job that came from elsewhere (the demo): as it is, it need not be saved.
    void begin(Job job) { files_.begin(std::move(job)); }
    static bool isJob(const QString& file);

    static QStringList recent();

    /// What an earlier run that ended badly left, newest first.
    std::vector<LeftWork> leftOver() const { return files_.leftOver(); }
    void recover(const LeftWork& left) { files_.recover(left); }
    /// The work is saved or given up: nothing needs to be kept.
    void giveUp() { files_.giveUp(); }
    void stop() { files_.stop(); }
    /// Whether opening or saving was asked for and has not begun yet.
    bool waiting() const { return files_.waiting(); }

  signals:
    void started(const QString& what);
    void progressed(double fraction);
    void ended(bool well, const QString& sentence);
    /// The file, or whether it holds the job as it is, is another.
    void changed();

  private:
    void tell(const workshop::FileNews& news);

    JobStore& store_;
    ServiceExecutor executor_;
    workshop::Files files_;
    std::vector<std::shared_ptr<void>> listening_;
};

}  // namespace tympan::app
