#pragma once
#include <QObject>
#include <filesystem>
#include <optional>

#include "core/job/job.h"
#include "core/strip/calibration_reading.h"

namespace tympan::app {

class JobStore;
class RenderService;

/// How the chosen piece's printer lays what it is sent: the sheet that tells, what was read or measured of
/// it, and what is kept for other jobs.
class PrinterDesk : public QObject {
    Q_OBJECT
  public:
    /// `kept`: the folder of profiles.
    PrinterDesk(std::filesystem::path kept, JobStore& store, RenderService& service,
                QObject* parent = nullptr);

    /// nullptr while there is no piece.
    const Printer* printer() const;
    bool reading() const { return reading_; }
    /// The kept one of its name, where the job's differs from it in what was measured.
    std::optional<Printer> offered() const;

    void saveSheet(const QString& file);
    /// Reads a scan or photograph beside the window; then the job goes by it, and it is kept.
    void read(const QString& file);
    void measured(const RulerMeasures& measures);
    /// The job goes by the kept one.
    void goByKept();
    /// Looks again what is kept.
    void lookAgain();

  signals:
    void changed();
    void told(const QString& sentence, bool well);

  private:
    void take(const Calibration& found, int piece);
    void goBy(const Printer& printer, int piece);

    std::filesystem::path kept_;
    JobStore& store_;
    RenderService& service_;
    bool reading_ = false;
    std::vector<Printer> all_;
};

/// What was found out of a printer, as a sentence.
QString registrationText(const Printer& printer);

}  // namespace tympan::app
