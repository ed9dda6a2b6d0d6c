#pragma once
#include <QObject>
#include <QString>
#include <functional>
#include <map>
#include <memory>
#include <optional>

#include "core/inspect/findings.h"
#include "core/inspect/reading.h"
#include "core/job/one_print.h"
#include "core/layout/imposition.h"
#include "workshop/open_job.h"

namespace tympan::app {

/// The open job as the window shows it: which piece is chosen, and what follows from the job.
class JobStore : public QObject {
    Q_OBJECT
  public:
    explicit JobStore(QObject* parent = nullptr);

    workshop::OpenJob& openJob() { return open_; }
    const Job& job() const { return open_.job(); }
    /// The chosen piece, or nullptr in an empty job.
    const Piece* piece() const { return findPiece(job(), chosen_); }
    void choose(int piece);
    /// Chooses the piece `by` places along the line.
    void chooseNext(int by);

    /// Makes the next job. Edits with the same non-empty `run` in a row become one step of undo.
    void edit(const QString& what, const std::function<Job(Job)>& change, const QString& run = {});
    /// The next edit is a step of its own: a drag has ended.
    void endRun() { open_.endRun(); }
    /// Begins anew with a job that undo cannot leave.
    void open(Job job);
    /// Begins anew with an empty job in the maker's unit, on the maker's paper.
    void begin();

    bool canUndo() const { return open_.history().canUndo(); }
    bool canRedo() const { return open_.history().canRedo(); }
    QString undoName() const;
    QString redoName() const;
    void undo();
    void redo();

    /// What was seen in the pixels of a piece.
    struct SeenPiece {
        enum class State {
            looking,  ///< as far as it goes by now
            seen,
            hidden,  ///< it could not be looked into
        };
        State state = State::looking;
        std::vector<Finding> findings;
        std::optional<Reading> reading;
    };
    using SeenPieces = std::map<int, SeenPiece>;
    /// What follows from the job itself: see Outlook.
    struct Consequences {
        std::vector<Finding> findings;
        /// What is laid on them, see render/as_printed.h.
        std::shared_ptr<const Job> printed = std::make_shared<const Job>();
        std::shared_ptr<const Imposition> imposition;  ///< none when the sheets cannot be laid out
        QString fault;                                 ///< then: why
    };

    /// Counts up with every other value of the job.
    quint64 revision() const { return open_.revision(); }
    /// Everything worth a look, as far as it is known: of the job, and what was seen in its pictures.
    const std::vector<Finding>& findings() const { return findings_; }
    /// Whether all of a piece, as it is now, has been looked at. What has not is not called fine.
    SeenPiece::State lookedAt(int piece) const;
    /// How the chosen piece's lettering reads; nothing until it was read.
    std::optional<Reading> reading() const;
    /// Takes what was seen in the pictures, piece by piece.
    void setSeen(SeenPieces seen, quint64 of_revision);
    /// Takes what follows from the job of a revision; of an older one than the present it is not taken.
    void setConsequences(Consequences consequences, quint64 of_revision);
    /// Whether the consequences are those of the job as it is now.
    bool upToDate() const { return consequences_of_ == revision(); }
    /// A finding that is being mended is not shown meanwhile.
    void dropFinding(const Finding& finding);
    /// The sheets as last laid out (see upToDate), or nullptr when they cannot be; `impositionFault` then
    /// says why.
    const Imposition* imposition() const { return consequences_.imposition.get(); }
    std::shared_ptr<const Imposition> sharedImposition() const { return consequences_.imposition; }
    /// The job as it is printed: what the sheets are of (see upToDate). Pieces that are printed as one are
    /// one in it.
    const Job& printed() const { return *consequences_.printed; }
    /// What is printed for the chosen piece: it itself, or (as last put together) that which shows it with
    /// others.
    const Piece* printedPiece() const;
    const QString& impositionFault() const { return consequences_.fault; }

  signals:
    /// The job, or which piece is chosen, is another.
    void changed();
    /// Its sheets and findings are known; the job is the same.
    void foreseen();
    /// Other things were seen in the pictures; the job is the same.
    void seen();

  private:
    void refresh();
    void collect();

    workshop::OpenJob open_;
    std::shared_ptr<void> listening_;
    int chosen_ = 0;
    std::optional<int> added_from_;  ///< while the job is edited: pieces from this id on are new
    quint64 consequences_of_ = 0, seen_of_ = 0;
    std::vector<Finding> findings_;
    SeenPieces seen_;
    Consequences consequences_;
};

}  // namespace tympan::app
