#pragma once
#include <QObject>
#include <functional>

#include "app/model/exported.h"
#include "core/base/progress.h"
#include "core/documents/placement_template.h"
#include "core/layout/imposition.h"
#include "core/printer/simulated.h"
#include "core/schedule/plan.h"
#include "workshop/print_run.h"

namespace tympan::app {

class JobStore;
class RenderService;

/// Everything that leaves the program: one at a time, off the interface thread, with progress and a way to
/// stop it.
class Exports : public QObject {
    Q_OBJECT
  public:
    Exports(JobStore& store, RenderService& service, QObject* parent = nullptr);

    /// The render service's view that exports run under.
    static QString view() { return QStringLiteral("export"); }
    bool running() const { return running_; }
    void stop();

    void writePdf(const QString& file);
    /// One sheet of the job by itself, from 0.
    void writeSheet(const QString& file, std::size_t sheet);
    /// The chosen piece in one picture, as it will be printed.
    void writePicture(const QString& file);
    void writeReference(const QString& file);
    void writeTest(const QString& file);
    void writeGuide(const QString& file);
    void writeReduced(const QString& file);
    /// A file for each sheet of small pieces.
    void writeCuts(const QString& file);
    /// A strip of the chosen piece to try, when it lies on several sheets.
    void writeStrip(const QString& file);
    /// A spot of the chosen piece again (in parts of its print).
    void writePatch(const QString& file, const PointMm& spot, double side_mm);
    /// A paper to lay on the chosen piece's object.
    void writeTemplate(const QString& file, TemplateKind kind);
    void writeLadder(const QString& file, const std::vector<double>& widths_mm);
    /// The chosen piece's print about a spot (in parts of it), made larger in several ways.
    void writeProof(const QString& file, const PointMm& spot, const std::vector<Engine>& engines);
    /// The plan for a calendar, or on paper to hang up: the current one, or one that is made of the order
    /// with these times of waiting.
    void writePlan(const QString& file, bool for_calendar, const TimeZone& zone, Moment now,
                   const WorkOrder& own_order, const MeasuredWaits& measured,
                   const std::optional<std::pair<WorkOrder, Plan>>& current);
    /// Of what the chosen piece's printer prints.
    void writeCopyShop(const QString& folder);
    /// `pass`: of sheets that go through the printer twice, the colour or the white.
    void print(const QString& printer, const workshop::WhichSheets& which, int pass = 1);

    /// Sheets of an earlier printing once more, by their places in it: what did not come out, or their white.
    void printAgain(const tympan::workshop::Sent& sent);

    /// The same on a printer that is not there: what would lie in its tray after all passes.
    void tryOn(const SimulatedPrinter& printer, const workshop::WhichSheets& which);

  signals:
    void started(const QString& what);
    void progressed(double fraction);
    /// What was done; `ended` then says it in words.
    void exported(const tympan::app::Exported& done);
    /// `sentence`: what was done, or what went wrong (`well` false).
    void ended(bool well, const QString& sentence);

  private:
    using Work = std::function<Exported(const Job&, const Progress&)>;
    void run(const QString& what, const Work& work);
    /// The job as it is printed, and its sheets.
    using SheetWork = std::function<Exported(const Job&, const Imposition&, const Progress&)>;
    void runOnSheets(const QString& what, const SheetWork& work);

    /// What of several files is there although the last of them is not, as a sentence.
    static QString written(const std::vector<std::filesystem::path>& files);

    JobStore& store_;
    RenderService& service_;
    bool running_ = false;
    std::vector<std::filesystem::path> written_;  ///< before an export was stopped or failed
    std::shared_ptr<Tried> tray_;  ///< what has come out of a simulated printer, while one prints
};

}  // namespace tympan::app
