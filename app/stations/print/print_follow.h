#pragma once
#include <QObject>

#include "app/model/service_executor.h"
#include "app/model/system_printers.h"
#include "workshop/print_run.h"

namespace tympan::app {

class JobStore;
class RenderService;
class WorkClock;

/// The workshop's print run as the window speaks of it: what it tells becomes signals.
class PrintFollow : public QObject {
    Q_OBJECT
  public:
    PrintFollow(std::filesystem::path record, JobStore& store, RenderService& service, WorkClock& clock,
                workshop::PrintService printing = {printProgress, cancelPrint}, QObject* parent = nullptr);

    using Under = workshop::PrintRun::Under;
    /// What was handed over last, until it was said what of it came out.
    const std::optional<Under>& under() const { return run_.under(); }
    /// What was printed of the job before, the latest first.
    std::vector<Printing> before() const { return run_.before(); }

    /// What the sheets are called that have their colour and want their white, in the order in which they go
    /// in again.
    QStringList whiteNext() const;
    /// They lie in the printer again: the white of exactly these.
    void printWhite() { run_.printWhite(); }

    void begin(const workshop::Sent& sent) { run_.begin(sent); }
    void stop() { run_.stop(); }
    /// All came out; or all but those from `first` to `last` (from 1, in the order in which they come out).
    void allCameOut() { run_.allCameOut(); }
    void areMissing(int first, int last) { run_.areMissing(first, last); }
    /// Somebody looks elsewhere.
    void forget() { run_.forget(); }

  signals:
    void changed();
    void told(const QString& sentence, bool well);
    /// Sheets of an earlier order once more, in a pass.
    void againWanted(const tympan::workshop::Sent& sent);

  private:
    ServiceExecutor executor_;
    workshop::PrintRun run_;
    std::vector<std::shared_ptr<void>> listening_;
};

QStringList namesOf(const workshop::Sent& sent);

}  // namespace tympan::app
