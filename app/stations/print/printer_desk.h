#pragma once
#include <QObject>
#include <filesystem>
#include <optional>

#include "app/stations/print/ask_passes.h"
#include "core/job/job.h"
#include "core/readings/calibration_reading.h"

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
    /// What its sheets do between two passes.
    void measured(const PassMeasures& measures);
    /// What else is known of it: what its driver is told, which face it prints.
    void tell(const Printer& printer);
    void saveSwatches(const QString& file);
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
    void keep(const Printer& printer, const QString& sentence);

    std::filesystem::path kept_;
    JobStore& store_;
    RenderService& service_;
    bool reading_ = false;
    std::vector<Printer> all_;
};

/// What was found out of a printer, as a sentence.
QString registrationText(const Printer& printer);
/// How its greys come out; empty where nobody has measured.
QString greysText(const Printer& printer);
/// And of its sheets between two passes.
QString shrinkText(const Printer& printer);
/// All of it.
QString allKnownText(const Printer& printer, bool twice);
/// What matters most, in two short lines.
QString knownText(const Printer& printer, bool twice);

}  // namespace tympan::app
