#pragma once
#include <QImage>
#include <QObject>

#include "app/stations/logbook/kept.h"
#include "core/job/job.h"
#include "core/record/proofs.h"

namespace tympan::app {

class JobStore;
class RenderService;

/// Proofs of the chosen piece as shops made them: read from photographs, compared, one chosen. What is kept
/// is on the disk before it shows.
class ProofDesk : public QObject {
    Q_OBJECT
  public:
    ProofDesk(std::filesystem::path record, JobStore& store, RenderService& service,
              QObject* parent = nullptr);
    ~ProofDesk() override;

    bool isOpen() const { return open_; }
    /// For the chosen piece; it follows the choice from then on.
    void open();
    void close();
    /// Whose proofs they are; nullptr: no piece is chosen.
    const Piece* piece() const;

    /// The latest first, of the piece.
    const std::vector<ShopProof>& proofs() const;
    QImage picture(const ShopProof& proof) const;
    bool reading() const { return reading_; }
    /// The first two beside each other, in sentences; of one what it is by itself.
    QString says() const;

    /// Reads a photograph of the piece's proof beside the window and keeps it as that shop's.
    void read(const QString& file, const QString& shop);
    /// The shop prints the piece, or, chosen once more, nobody does any more: one step to undo.
    void choose(const ShopProof& proof);
    void erase(const ShopProof& proof);

  signals:
    void changed();
    void told(const QString& sentence, bool well);

  private:
    void forget() const { proofs_.reset(); }

    JobStore& store_;
    RenderService& service_;
    mutable Kept<Proofs> kept_;
    mutable std::optional<std::vector<ShopProof>> proofs_;
    mutable std::pair<std::string, int> of_;  ///< job and piece that they are of
    bool open_ = false, reading_ = false;
};

}  // namespace tympan::app
