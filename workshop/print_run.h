#pragma once
#include <optional>

#include "core/layout/imposition.h"
#include "core/record/printings.h"
#include "workshop/clock.h"
#include "workshop/executor.h"
#include "workshop/open_job.h"

namespace tympan::workshop {

/// Which sheets of a job are printed, and in what order.
struct WhichSheets {
    int printer = 0;          ///< those of this printer of the job, by its id; 0: all
    bool last_first = false;  ///< so that they lie in order where each falls on the one before
    int first = 1, last = 0;  ///< only these of them, in the order in which they come out; 0: to the end
};

/// The sheets of a printing and the job that they were made from: what is printed again later, and the white
/// of what goes through twice, is of these sheets, whatever has become of the job since.
struct PrintOrder {
    Job job;            ///< as it is printed
    Imposition sheets;  ///< in the order in which they come out
};

/// What was handed to a printer.
struct Sent {
    std::string printer;
    int number = 0;  ///< the print service's
    std::shared_ptr<const PrintOrder> of;
    std::vector<std::size_t> places;  ///< which of its sheets, in the order in which they come out
    int pass = 1;
    /// What they are called: "A1 · Star chart".
    std::vector<Text> names() const;
};

/// How far something is that was handed over, as the print service says (RFC 8011).
struct PrintProgress {
    enum class State {
        waiting,  ///< for its turn, or held back
        printing,
        stopped,  ///< the printer wants a hand
        done,
        given_up,  ///< cancelled, by whomever, or failed
        unknown,   ///< the service does not answer, or has forgotten it
    };
    State state = State::unknown;
    int sheets = -1;                   ///< so many came out; -1: the printer does not say
    std::vector<std::string> reasons;  ///< keywords: "media-empty", "media-jam"
    bool operator==(const PrintProgress&) const = default;
};

/// How the print service is asked, and how it is told to stop; both beside, since they may take seconds.
struct PrintService {
    std::function<PrintProgress(const std::string& printer, int number)> ask;
    std::function<void(const std::string& printer, int number)> cancel;
};

/// Follows what was handed to a printer until it is out, and remembers in the record which sheets came out.
class PrintRun {
  public:
    /// The service is asked this often.
    static constexpr std::chrono::milliseconds ask_every{1500};

    PrintRun(std::filesystem::path record, OpenJob& open, Executor& executor, Clock& clock,
             PrintService service);

    struct Under {
        Sent sent;
        PrintProgress progress{PrintProgress::State::waiting, -1, {}};
        Printing kept;
        bool over() const;  ///< nothing more comes by itself
    };
    /// What was handed over last, until it was said what of it came out.
    const std::optional<Under>& under() const { return under_; }
    /// What was printed of the job before, the latest first.
    std::vector<Printing> before() const;

    /// Sheets of the open job that have their colour and want their white, in the order in which they go in
    /// again; none where there are none.
    const Sent* whiteNext() const;
    /// They lie in the printer again: the white of exactly these.
    void printWhite();

    void begin(const Sent& sent);
    void stop();
    /// All came out; or all but those from `first` to `last` (from 1, in the order in which they come out).
    void allCameOut();
    void areMissing(int first, int last);
    /// Somebody looks elsewhere.
    void forget();

    Notice<> changed;
    /// What came out could not be kept: why, and what to do.
    Notice<Text> not_kept;
    /// Sheets of an earlier order, by their places in it, in a pass.
    Notice<Sent> again_wanted;

  private:
    std::vector<Printing> ofJob(const std::string& uuid) const;
    void ask();
    void answered(const std::vector<int>& missing);
    void keep();

    OpenJob& open_;
    Executor& executor_;
    Clock& clock_;
    PrintService service_;
    Printings history_;
    std::shared_ptr<void> next_ask_;
    std::stop_source asking_;
    std::optional<Under> under_;
    std::optional<Sent> coloured_;  ///< what came out and goes through once more
    std::shared_ptr<int> alive_ = std::make_shared<int>();
};

}  // namespace tympan::workshop
