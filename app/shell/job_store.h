#pragma once
#include <QObject>
#include <QString>
#include <functional>
#include <map>
#include <optional>

#include "core/inspect/findings.h"
#include "core/inspect/reading.h"
#include "core/job/history.h"
#include "core/layout/imposition.h"

namespace tympan::app {

/// The job that the window shows: its history, which piece is chosen, and what follows from it. Edits go
/// through here and nowhere else.
class JobStore : public QObject {
    Q_OBJECT
  public:
    explicit JobStore(QObject* parent = nullptr);

    const Job& job() const { return history_.now(); }
    /// The chosen piece, or nullptr in an empty job.
    const Piece* piece() const { return findPiece(job(), chosen_); }
    void choose(int piece);
    /// Chooses the piece `by` places along the line.
    void chooseNext(int by);

    /// Makes the next job. Edits with the same non-empty `run` in a row become one step of undo.
    void edit(const QString& what, const std::function<Job(Job)>& change, const QString& run = {});
    /// The next edit is a step of its own: a drag has ended.
    void endRun() { history_.endRun(); }
    /// Begins anew with a job that undo cannot leave.
    void open(Job job);
    /// Begins anew with an empty job in the maker's unit, on the maker's paper.
    void begin();

    bool canUndo() const { return history_.canUndo(); }
    bool canRedo() const { return history_.canRedo(); }
    QString undoName() const;
    QString redoName() const;
    void undo();
    void redo();

    /// What was seen in the pixels of a piece.
    struct SeenPiece {
        std::vector<Finding> findings;
        Reading reading;
    };
    using SeenPieces = std::map<int, SeenPiece>;

    /// Everything worth a look: of the job as it is, and what was last seen in its pictures.
    const std::vector<Finding>& findings() const { return findings_; }
    /// How the chosen piece's lettering reads, as far as it was read.
    Reading reading() const;
    /// Takes what was seen in the pictures, piece by piece.
    void setSeen(SeenPieces seen);
    /// A finding that is being mended is not shown meanwhile.
    void dropFinding(const Finding& finding);
    /// The sheets, or nothing when they cannot be laid out; `impositionFault` then says why.
    const std::optional<Imposition>& imposition() const { return imposition_; }
    const QString& impositionFault() const { return fault_; }

  signals:
    /// The job, or which piece is chosen, is another.
    void changed();
    /// Other things were seen in the pictures; the job is the same.
    void seen();

  private:
    void refresh();
    void collect();

    History history_;
    int chosen_ = 0;
    std::vector<Finding> own_findings_, findings_;
    SeenPieces seen_;
    std::optional<Imposition> imposition_;
    QString fault_;
};

}  // namespace tympan::app
