#pragma once
#include <QObject>
#include <QTimer>
#include <functional>
#include <optional>

#include "app/shell/printed.h"
#include "app/shell/system_printers.h"
#include "core/record/printings.h"

namespace tympan::app {

class JobStore;
class RenderService;

/// Follows what was handed to a printer until it is out, and remembers which sheets came out.
class PrintFollow : public QObject {
    Q_OBJECT
  public:
    /// How the print service is asked, and how it is told to stop; others in tests.
    struct Service {
        std::function<PrintProgress(const QString&, int)> ask = printProgress;
        std::function<void(const QString&, int)> cancel = cancelPrint;
    };
    PrintFollow(std::filesystem::path history, JobStore& store, RenderService& service, Service printing,
                QObject* parent = nullptr);

    struct Under {
        Printed sent;
        PrintProgress progress{PrintProgress::State::waiting, -1, {}};
        Printing kept;
        bool over() const;  ///< nothing more comes by itself
    };
    /// What was handed over last, until it was said what of it came out.
    const std::optional<Under>& under() const { return under_; }
    /// What was printed of the job before, the latest first.
    std::vector<Printing> before() const;

    /// What the sheets are called that have their colour and want their white, in the order in which they go
    /// in again.
    QStringList whiteNext() const;
    /// They lie in the printer again: the white of exactly these.
    void printWhite();

    void begin(const Printed& sent);
    void stop();
    /// All came out; or all but those from `first` to `last` (from 1, in the order in which they come out).
    void allCameOut();
    void areMissing(int first, int last);
    /// Somebody looks elsewhere.
    void forget();

  signals:
    void changed();
    void told(const QString& sentence, bool well);
    /// Sheets of an earlier printing, by their places in it, in a pass.
    void againWanted(const QString& printer, const std::shared_ptr<const tympan::app::Handed>& of,
                     const std::vector<std::size_t>& places, int pass);

  private:
    void ask();
    void answered(const std::vector<int>& missing);
    void keep();

    JobStore& store_;
    RenderService& service_;
    Service printing_;
    Printings history_;
    QTimer timer_;
    std::optional<Under> under_;
    std::optional<Printed> coloured_;  ///< what came out and goes through once more
};

}  // namespace tympan::app
